import unittest
from dataclasses import replace

from axlecore.build.edits import Added, Moved, PlanEdits, Split, Struck
from axlecore.build.job import Kit, SnappedBolt
from axlecore.build.plan import change_of, derive
from axlecore.build.steps import Records, VehicleState
from axlecore.cli.plan import fit_of
from axlecore.errors import InputError
from axlecore.fasteners.repair import Rung
from axlecore.fitup.sheet import DrilledHole, Fitting, Layout
from axlecore.practice.look import Bolts, Cover, Nuts, Rust
from axlecore.practice.stations import JobKind
from axlecore.practice.undercarriage import Fault
from axlecore.racks.kit_sheet import KitSheet, SheetLine, Snag
from axlecore.vehicle.rig import Action, RigKind, SetUp
from tests.build.jobs import KIT, looked, planned, short, upgrade
from tests.fitup.sheets import axle_fit, obstacle
from tests.plain import plain
from tests.rigs import m


def keys(plan):
    return [step.key for step in plan.steps]


def named(plan):
    return {step.key: step for step in plan.steps}


#: Jobs that between them call on every rule.
JOBS = {
    "supplement": upgrade(),
    "replace": upgrade(Action.REPLACE),
    "stripped chassis": upgrade(kind=RigKind.MOTORHOME),
    "pickup": upgrade(
        Action.REPLACE,
        RigKind.PICKUP,
        looked(
            Rust.HEAVY,
            rear_spare_carrier=Fault.IN_THE_WAY,
            rear_exhaust=Fault.IN_THE_WAY,
            rear_drive_shaft=Fault.IN_THE_WAY,
            rear_bracket_left={"cover": Cover.SHIELD, "bolts": Bolts.CLEAN},
        ),
    ),
    "brace": upgrade(look=looked(rear_brace=Fault.COVERS_BOLTS)),
    "U-bolts": upgrade(part=replace(KIT, u_bolts_off=True)),
    "cradle": upgrade(Action.REPLACE, part=replace(KIT, cradle_lowered=True)),
    "drilled": upgrade(
        fitting=Fitting(rear=axle_fit(drilled=(DrilledHole(m(0.0), m(0.06)),))),
    ),
    "links first": upgrade(ways={"hang": "links", "standing": "stands"}),
    "wheel lift": upgrade(ways={"standing": "wheel_lift"}),
    "renew links": short(JobKind.RENEW_LINKS),
    "renew bushings": short(JobKind.RENEW_BUSHINGS),
    "broken bar": short(JobKind.BROKEN_BAR),
    "link length": short(JobKind.LINK_LENGTH),
    "re-check": short(JobKind.RECHECK),
}


class EveryPlanTests(unittest.TestCase):
    def test_everything_taken_off_is_put_back_and_what_is_loose_is_tightened_later(self):
        for name, job in JOBS.items():
            plan = planned(job)
            with self.subTest(name):
                off = [step.takes_off for step in plan.steps if step.takes_off]
                back = [step.puts_back for step in plan.steps if step.puts_back]
                self.assertEqual(sorted(off), sorted(back))
                place = {key: at for at, key in enumerate(keys(plan))}
                for step in plan.steps:
                    if step.loose_until is not None:
                        self.assertGreater(place[step.loose_until], place[step.key], step.key)
                    if step.puts_back:
                        taken = next(s for s in plan.steps if s.takes_off == step.puts_back)
                        self.assertLess(place[taken.key], place[step.key])

    def test_bushed_joints_are_tightened_on_the_wheels_and_it_ends_there(self):
        for name, job in JOBS.items():
            plan = planned(job)
            with self.subTest(name):
                self.assertEqual(plan.steps[-1].state, VehicleState.ON_WHEELS)
                for step in plan.steps:
                    if Records.TORQUE in step.records and step.torque:
                        self.assertIs(step.state, VehicleState.ON_WHEELS)
                first = ("all.secure", "all.soak", "rear.bushings", "rear.links.made")
                self.assertIn(keys(plan)[0], first)

    def test_what_is_undone_comes_after_the_chocks(self):
        for name, job in JOBS.items():
            plan = planned(job)
            secure = keys(plan).index("all.secure")
            with self.subTest(name):
                for at, step in enumerate(plan.steps):
                    if step.undoes or step.takes_off:
                        self.assertGreater(at, secure)


class RuleTests(unittest.TestCase):
    def test_a_stripped_chassis_is_raised_until_the_leaf_clears(self):
        step = named(planned(JOBS["stripped chassis"]))["rear.raise"]
        self.assertIs(step.state, VehicleState.ON_STANDS)
        self.assertIn("leaf clears the frame bolts", step.why)
        self.assertTrue(any("stands" in one for one in step.cautions))

    def test_a_pickups_rear_loses_spare_shield_shaft_and_exhaust_first(self):
        plan = planned(JOBS["pickup"])
        order = keys(plan)
        for thing in ("spare", "shield", "shaft", "exhaust"):
            self.assertLess(order.index(f"rear.{thing}.off"), order.index("rear.link.left.off"))
            self.assertGreater(order.index(f"rear.{thing}.back"), order.index("rear.torque"))
        exhaust = named(plan)["rear.exhaust.back"]
        self.assertEqual(exhaust.outside, "exhaust shop")
        self.assertIn("phase", named(plan)["rear.shaft.back"].what)
        self.assertIn("rear.threads", order)

    def test_rust_soaks_the_day_before_and_every_old_bolt_knows_it(self):
        plan = planned(JOBS["pickup"])
        self.assertEqual(keys(plan)[0], "all.soak")
        undone = [one for step in plan.steps for one in step.undoes]
        self.assertTrue(undone)
        self.assertTrue(all(one.soaked and one.rust is Rust.HEAVY for one in undone))

    def test_hidden_nuts_and_thread_lock_are_told_to_the_bolts(self):
        look = looked(
            Rust.LIGHT,
            rear_bracket_left={"nuts": Nuts.WELDED, "faults": (Fault.PERMANENT_THREAD_LOCK,)},
        )
        step = named(planned(upgrade(Action.REPLACE, look=look)))["rear.brackets.off"]
        [bolts] = step.undoes
        self.assertTrue(bolts.hidden and bolts.thread_lock)
        self.assertTrue(step.no_impact)
        self.assertIn("leave one started", step.what)

    def test_a_cradle_is_lowered_for_the_bar_and_alignment_follows(self):
        plan = planned(JOBS["cradle"])
        for key in ("rear.bar.out", "rear.bar.in", "rear.brackets.on"):
            self.assertIs(named(plan)[key].state, VehicleState.CRADLE_LOWERED)
        self.assertEqual(named(plan)["all.alignment"].outside, "alignment technician")
        self.assertEqual(keys(plan)[-1], "all.alignment")

    def test_u_bolts_go_one_side_at_a_time_and_are_torqued_loaded(self):
        plan = planned(JOBS["U-bolts"])
        order = keys(plan)
        self.assertLess(order.index("rear.u_bolts.left.on"), order.index("rear.u_bolts.right.off"))
        self.assertIs(named(plan)["rear.u_bolts.torque"].state, VehicleState.ON_WHEELS)

    def test_a_brace_comes_off_before_and_its_gap_is_read_after(self):
        plan = planned(JOBS["brace"])
        self.assertEqual(named(plan)["rear.brace.back"].records, (Records.NUMBER,))

    def test_holes_are_drilled_on_both_sides_with_their_drills(self):
        steps = named(planned(JOBS["drilled"]))
        for side in ("left", "right"):
            self.assertIn("drill 13.5 mm", steps[f"rear.drill.{side}"].tools)

    def test_a_clash_of_the_fit_up_takes_its_thing_off(self):
        pipe = replace(obstacle(), name="Exhaust", height_m=m(0.42))
        plan = planned(upgrade(fitting=Fitting(rear=axle_fit(obstacles=(pipe,)))))
        self.assertIn("mm left", plain(named(plan)["rear.exhaust.off"].why))

    def test_swing_beams_stay_on_their_wheels_and_the_bar_goes_over_the_steering(self):
        beams = upgrade(fitting=Fitting(rear=axle_fit(layout=Layout.SWING_BEAM)))
        plan = planned(beams)
        self.assertNotIn("rear.raise", keys(plan))
        self.assertIn("over the steering link", named(plan)["rear.bar.in"].what)

    def test_a_heavy_bar_is_for_two(self):
        heavy = planned(upgrade(part=replace(KIT, mass_kg=24.0)))
        self.assertEqual(named(heavy)["rear.bar.in"].people, 2)
        self.assertEqual(named(planned(upgrade()))["rear.bar.in"].people, 1)

    def test_the_ways_of_the_shop_order_the_hanging(self):
        first, links = (keys(planned(upgrade(ways={"hang": way}))) for way in ("brackets", "links"))
        at = lambda order, key: order.index(key)  # noqa: E731
        self.assertLess(at(first, "rear.brackets.on"), at(first, "rear.link.left.on"))
        self.assertLess(at(links, "rear.link.left.on"), at(links, "rear.brackets.on"))

    def test_nothing_decided_is_no_plan(self):
        with self.assertRaises(InputError) as caught:
            planned(replace(upgrade(), set_up=SetUp()))
        self.assertIn("Nothing is chosen", caught.exception.message)


class ShortJobTests(unittest.TestCase):
    def test_renewing_links_touches_links_and_nothing_else(self):
        order = keys(planned(JOBS["renew links"]))
        self.assertIn("rear.link.right.off", order)
        for key in order:
            for other in ("bracket", "bar.", "drill", "photo"):
                self.assertNotIn(other, key)
        self.assertLessEqual(len(order), 12)

    def test_renewing_bushings_takes_one_link_off_so_that_the_bar_moves(self):
        order = keys(planned(JOBS["renew bushings"]))
        self.assertIn("rear.link.left.off", order)
        self.assertNotIn("rear.link.right.off", order)

    def test_a_recheck_reads_torques_and_takes_nothing_off(self):
        plan = planned(JOBS["re-check"])
        self.assertFalse(any(step.takes_off or step.undoes for step in plan.steps))
        self.assertEqual(plan.state_changes, 0)


class MemoryTests(unittest.TestCase):
    def test_a_kits_own_hours_and_snags_stand_at_their_steps(self):
        sheet = KitSheet(
            snags=(Snag("rear.bar.in", "only in from the left, exhaust side", "92"),),
            hours={"rear.bar.in": (1.0, 1.4, 1.2)},
        )
        step = named(planned(upgrade(part=Kit(KIT, sheet))))["rear.bar.in"]
        self.assertEqual(step.hours[1], 1.2)
        self.assertIn("Last time: only in from the left, exhaust side", step.cautions)

    def test_however_long_it_took_once_the_plan_can_be_made(self):
        for real in (24.0, 0.01):
            sheet = KitSheet(hours={"rear.bar.in": (real,)})
            step = named(planned(upgrade(part=Kit(KIT, sheet))))["rear.bar.in"]
            self.assertEqual(step.hours[1], real)
            self.assertLessEqual(step.hours[2], 24.0)

    def test_a_sheets_line_gives_its_socket_and_warns_where_it_is_tightened(self):
        line = SheetLine("Tighten.", bolt="frame", socket="19 mm socket", unclear="either way?")
        plan = planned(upgrade(part=Kit(KIT, KitSheet((line,)))))
        step = next(step for step in plan.steps if step.what.startswith("Tighten frame"))
        self.assertEqual(step.tools[0], "19 mm socket")
        self.assertIn("The sheet is unclear: either way?", step.cautions[0])

    def test_a_snapped_bolt_is_repaired_before_what_comes_after_it(self):
        snapped = SnappedBolt("rear.brackets.off", "M10x1.5", 0.012, 0.03, tried=(Rung.EXTRACT,))
        plan = planned(upgrade(Action.REPLACE, snapped=(snapped,)))
        order = keys(plan)
        repair = named(plan)["rear.brackets.off.snapped.0"]
        self.assertIn("tap M10", repair.what)
        self.assertLess(order.index(repair.key), order.index("rear.bar.out"))


class EditTests(unittest.TestCase):
    def test_what_people_did_stays_when_the_plan_is_derived_again(self):
        edits = PlanEdits(
            added=(Added("own.wash", "Wash the arch", "mud", before=("rear.seats",)),),
            struck=(Struck("rear.photo", "owner watched"),),
            moved=(Moved("rear.drill.left", "rear.drill.right", "light is better there"),),
            split=(Split("rear.seats", "Clean the seats", "Paint them", "paint dries"),),
        )
        job = replace(JOBS["drilled"], edits=edits)
        for again in (job, replace(job, look_over=looked(Rust.HEAVY))):
            plan = planned(again)
            order = keys(plan)
            self.assertNotIn("rear.photo", order)
            self.assertLess(order.index("own.wash"), order.index("rear.seats"))
            self.assertLess(order.index("rear.drill.right"), order.index("rear.drill.left"))
            self.assertEqual(order.index("rear.seats.2") > order.index("rear.seats"), True)
            self.assertEqual(plan.idle, [])

    def test_a_struck_step_lets_nothing_overtake_and_its_thing_is_left_off(self):
        job = replace(
            JOBS["pickup"], edits=PlanEdits(struck=(Struck("rear.spare.back", "tyre is flat"),))
        )
        plan = planned(job)
        left = {one.what: one.reason for one in plan.left_off}
        self.assertEqual(left["rear spare wheel"], "tyre is flat")
        self.assertLess(keys(plan).index("rear.torque"), keys(plan).index("all.tidy"))

    def test_an_order_that_precedence_forbids_is_refused_with_the_circle(self):
        moved = Moved("rear.bar.in", "rear.settle", "why not")
        with self.assertRaises(InputError) as caught:
            planned(replace(upgrade(), edits=PlanEdits(moved=(moved,))))
        self.assertIn("wait for each other", caught.exception.message)

    def test_a_change_without_a_reason_is_refused(self):
        with self.assertRaises(InputError) as caught:
            Struck("rear.photo", " ")
        self.assertEqual(caught.exception.field, "reason")

    def test_a_change_whose_step_is_gone_is_said(self):
        job = replace(upgrade(), edits=PlanEdits(struck=(Struck("rear.cradle.down", "x"),)))
        self.assertIn("not in the plan any more", planned(job).idle[0])

    def test_a_joint_of_the_links_is_lit_at_the_links_and_another_at_its_bracket(self):
        spots = {step.torque: step.spot for step in planned(upgrade()).steps if step.torque}
        self.assertEqual((spots["rear_0"], spots["rear_1"]), ("rear_bracket", "rear_link"))

    def test_deriving_again_says_what_changed(self):
        before, after = (derive(job, fit_of(job)) for job in (upgrade(), JOBS["brace"]))
        change = change_of(before, after)
        self.assertIn("Brace back; gap between brace and bar read.", change.new)
        self.assertTrue(change_of(before, before).empty)
        self.assertEqual(change_of(after, before).gone, change.new)
