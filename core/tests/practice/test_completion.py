import unittest
from dataclasses import replace

from axlecore.bars.bar import Bar, bar_mass_kg, square_u
from axlecore.choosing.ranking import Wishes, rank
from axlecore.practice.completion import Priced, Rates, completed, renewal
from axlecore.practice.look import LookOver
from axlecore.practice.options import axle_options
from axlecore.practice.partfit import Fit, part_fit
from axlecore.quantities.measure import Measured
from axlecore.racks.parts import BushingFacts, FitsFor, LinkFacts, MadeFor, PartKind, RackPart
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action
from tests.plain import plain
from tests.rigs import vehicle_c

RATES = Rates(90.0, alignment=120.0, exhaust=150.0)
FITS = FitsFor(MadeFor.EITHER, 100.0, 9000.0)


def bar(diameter_m, **said):
    shape = Bar(
        name="B",
        outside_diameter_m=Measured(diameter_m),
        bore_m=Measured(0.0),
        centre_line_m=square_u(0.26, 1.02),
        bushing_span_m=Measured(0.8),
    )
    said = {"kind": PartKind.BAR, "hours": 2.0, **said}
    return Priced(1, RackPart(part_number="B", maker="M", fits=FITS, bar=shape, **said), 300.0, 3)


def fitting(kind, price, days=2, **facts):
    part = RackPart(kind, f"{kind}-{price:.0f}", "M", FITS, hours=0.5, **facts)
    return Priced(int(price), part, price, days)


def bushing(price, bore_m):
    facts = BushingFacts("rubber", Measured(bore_m))
    return fitting(PartKind.BUSHING, price, bushing=facts)


LINK = fitting(PartKind.LINK, 60.0, link=LinkFacts(Measured(0.2), Measured(0.2)))
BRACKET = fitting(PartKind.BRACKET, 90.0, days=9)
RACKS = [LINK, BRACKET, bushing(30.0, 0.0350), bushing(20.0, 0.0350), bushing(10.0, 0.0286)]


def whole(one, action=Action.SUPPLEMENT, end=End.REAR, racks=RACKS):
    return completed(one, action, vehicle_c().of_end(end), end, racks, RATES)


class CompletedTests(unittest.TestCase):
    def test_a_second_bar_is_bought_with_brackets_bushings_of_its_bore_and_links(self):
        """Cheapest of each; 300 + 90 + 20 + 60, and 2 + 3 · 0.5 hours at 90; the last in 9 days."""
        found = whole(bar(0.0349))
        self.assertEqual(
            [one.part_number for one in found.besides], ["bracket-90", "bushing-20", "link-60"]
        )
        self.assertEqual((found.hours, found.days, found.lacks), (3.5, 9, []))
        self.assertAlmostEqual(found.price, 470.0 + 3.5 * 90.0)

    def test_what_the_racks_cannot_give_is_said(self):
        self.assertEqual(
            [plain(one) for one in whole(bar(0.042)).lacks],
            ["the racks have no bushing of 42.0 mm bore for the rear axle"],
        )
        self.assertEqual(len(whole(bar(0.042), racks=[]).lacks), 3)

    def test_in_the_standard_bars_place_only_what_does_not_suit_is_bought(self):
        """Vehicle C's rear bar measures 28.6 mm."""
        self.assertEqual(whole(bar(0.0286), Action.REPLACE).besides, [])
        thicker = whole(bar(0.0349), Action.REPLACE)
        self.assertEqual([one.kind for one in thicker.besides], [PartKind.BUSHING])

    def test_a_kit_has_everything(self):
        found = whole(bar(0.042, kind=PartKind.KIT), racks=[])
        self.assertEqual((found.besides, found.lacks), ([], []))

    def test_work_given_out_is_in_the_price(self):
        plain = whole(bar(0.035, kind=PartKind.KIT)).price
        lowered = whole(bar(0.035, kind=PartKind.KIT, cradle_lowered=True))
        opened = whole(bar(0.035, kind=PartKind.KIT, exhaust_opened=True))
        self.assertAlmostEqual(lowered.price - plain, 120.0)
        self.assertAlmostEqual(opened.price - plain, 150.0)
        self.assertEqual(opened.given_out, ["exhaust opened and closed"])

    def test_renewing_takes_bushings_of_the_bar_that_is_there(self):
        found = renewal(vehicle_c().rear, RACKS, RATES)
        self.assertEqual([one.part_number for one in found.besides], ["bushing-10", "link-60"])
        self.assertIn("28.6 mm", renewal(vehicle_c().rear, [LINK], RATES).lacks[0])


class RankingOfSetsTests(unittest.TestCase):
    def options(self, vehicle, end, *parts):
        found = axle_options(vehicle, LookOver(), end, [*parts, *RACKS], RATES)
        return [candidate for _, candidate in found]

    def test_a_set_that_cannot_be_bolted_on_is_never_recommended(self):
        vehicle = vehicle_c()
        bare, kit = bar(0.042), bar(0.042, kind=PartKind.KIT)
        kit = replace(kit, part=replace(kit.part, part_number="K"), price=900.0)
        rear = self.options(vehicle, End.REAR, bare, kit)
        wishes = Wishes(lean_rad=0.035, share_loss=1.0)
        ranking = rank(vehicle, rear[:1], rear, wishes)
        self.assertTrue(ranking.sets[ranking.recommended].rear.startswith("K "))
        bares = [one for one in ranking.sets if one.rear.startswith("B beside")]
        self.assertTrue(bares)
        for one in bares:
            self.assertIn("the racks have no bushing of 42.0 mm bore", plain("; ".join(one.failed)))
            self.assertFalse(one.undominated)

    def test_a_bare_bar_beside_a_front_one_is_advised_against(self):
        vehicle = vehicle_c()
        barred = replace(vehicle.front, standard_bar=vehicle.rear.standard_bar)
        front = self.options(replace(vehicle, front=barred), End.FRONT, bar(0.035))
        beside = [one for one in front if one.action is Action.SUPPLEMENT]
        instead = [one for one in front if one.action is Action.REPLACE]
        self.assertIn("bare bar beside a front bar", "; ".join(beside[0].lacks))
        self.assertEqual(instead[0].lacks, ())


class TakenApartTests(unittest.TestCase):
    def test_what_comes_apart_and_a_heavy_bar_are_reasons(self):
        said = {
            "cradle_lowered": ("cradle is lowered", "alignment technician"),
            "drive_shaft_off": ("goes back in its phase",),
            "exhaust_opened": ("checked for leaks",),
            "mass_kg": ("weighs 24 kg: a second person",),
        }
        for name, words in said.items():
            part = bar(0.030, **{name: 24.0 if name == "mass_kg" else True}).part
            verdict = part_fit(part, vehicle_c(), LookOver(), End.REAR)
            texts = plain(" ".join(reason.text for reason in verdict.reasons))
            with self.subTest(name):
                self.assertIs(verdict.fit, Fit.WORK)
                for word in words:
                    self.assertIn(word, texts)

    def test_a_bar_weighs_what_its_steel_does(self):
        """7850 · π/4 · 0.035² · (0.26 + 1.02 + 0.26) by hand."""
        shape = bar(0.035).part.bar
        self.assertAlmostEqual(bar_mass_kg(shape), 11.631, places=3)
