import unittest
from dataclasses import replace

from axlecore.build.job import Kit
from axlecore.build.order import Ordered, order_list
from axlecore.build.steps import UsedUp
from axlecore.cli.plan import fit_of
from axlecore.fitup.sheet import DrilledHole, Fitting
from axlecore.practice.look import Bolts, Material, Rust
from axlecore.practice.stations import JobKind
from axlecore.practice.undercarriage import Fault
from axlecore.racks.parts import FitsFor, LinkFacts, MadeFor, PartKind, RackPart
from axlecore.vehicle.rig import Action
from tests.build.jobs import KIT, looked, planned, short, upgrade
from tests.fitup.sheets import axle_fit
from tests.rigs import m


def ordered(job):
    return {one.what: one for one in order_list(job, fit_of(job), planned(job).steps)}


class OrderTests(unittest.TestCase):
    def test_parts_fasteners_and_what_is_used_up_come_from_the_decisions(self):
        job = upgrade(
            look=looked(
                Rust.HEAVY,
                rear_bushing_left={"material": Material.RUBBER},
                rear_bracket_left={"bolts": Bolts.RENEW},
            ),
            fitting=Fitting(rear=axle_fit(drilled=(DrilledHole(m(0.0), m(0.06)),))),
        )
        found = ordered(job)
        self.assertEqual(found["Maker K-35"].part_number, "K-35")
        self.assertEqual(found["lock nuts M10x1.5"].quantity, 2)
        for what in (
            "silicone bushing grease",
            "spare bolts and nuts, one set",
            "thread insert set",
            "penetrating oil",
            "medium thread-lock",
            "drill 13.5 mm",
            "chassis paint",
            "bolts of the rear bracket, left",
        ):
            self.assertIn(what, found)
            self.assertTrue(found[what].why)
        self.assertEqual(found["drill 13.5 mm"].quantity, 1)

    def test_one_can_of_paint_is_enough_for_all_steps_and_clips_are_counted(self):
        job = upgrade()
        [step, *rest] = planned(job).steps
        used = (UsedUp("chassis paint"), UsedUp("shield clips", 3))
        twice = [replace(step, uses=used), replace(rest[0], uses=used)]
        found = {one.what: one.quantity for one in order_list(job, fit_of(job), twice)}
        self.assertEqual((found["chassis paint"], found["shield clips"]), (1, 6))

    def test_parts_come_first_and_nothing_stands_twice(self):
        lines = list(ordered(upgrade(look=looked(Rust.HEAVY))).values())
        kinds = [line.kind for line in lines]
        self.assertEqual(kinds, sorted(kinds, key=list(Ordered).index))

    def test_worn_links_are_a_pair_unless_what_is_chosen_brings_them(self):
        look = looked(rear_link_left=Fault.TORN_BOOT)
        bare = replace(KIT, kind=PartKind.BAR)
        self.assertIn("rear links, pair", ordered(upgrade(look=look, part=bare)))
        self.assertNotIn("rear links, pair", ordered(upgrade(look=look)))
        link = RackPart(
            PartKind.LINK, "L", "M", FitsFor(MadeFor.REAR, 1, 9000),
            link=LinkFacts(m(0.2), m(0.2)),
        )  # fmt: skip
        whole = ordered(upgrade(look=look, part=Kit(bare, besides=(link,))))
        self.assertIn("M L", whole)
        self.assertNotIn("rear links, pair", whole)

    def test_a_short_job_orders_only_what_it_renews(self):
        found = ordered(short(JobKind.RENEW_LINKS))
        self.assertIn("rear links, pair", found)
        self.assertNotIn("chassis paint", found)

    def test_an_opened_exhaust_takes_clamp_and_hanger(self):
        found = ordered(upgrade(Action.REPLACE, part=replace(KIT, exhaust_opened=True)))
        self.assertIn("exhaust clamp", found)
        self.assertIn("exhaust hanger", found)
