import unittest
from dataclasses import replace

from axlecore.errors import InputError
from axlecore.practice.look import (
    CrossmemberSeen,
    LookOver,
    ShockMount,
    TubeFacts,
    TubeShape,
)
from axlecore.practice.partfit import Fit, part_fit
from axlecore.racks.parts import (
    Crossmember,
    FitsFor,
    MadeFor,
    MountNeed,
    PartKind,
    RackPart,
    TubeNeed,
)
from axlecore.vehicle.ends import End
from tests.rigs import bar, m, vehicle_c

FITS = FitsFor(MadeFor.REAR, 2500, 4500)


def kit(fits=FITS, **changes):
    part = RackPart(PartKind.KIT, "K-1", "Maker", fits, bar(34.9))
    return replace(part, **changes)


class PartFitTests(unittest.TestCase):
    """Vehicle C carries 3144 kg on its rear axle; its links stand 1040 mm apart."""

    def verdict(self, part, look=None, vehicle=None, axle=End.REAR):
        return part_fit(part, vehicle or vehicle_c(), look or LookOver(), axle)

    def tube(self, millimetres, shape=TubeShape.ROUND):
        return LookOver(rear_tube=TubeFacts(m(millimetres / 1e3), shape))

    def test_a_kit_that_meets_everything_fits_without_a_word(self):
        found = self.verdict(kit())
        self.assertEqual((found.fit, found.reasons), (Fit.FITS, []))

    def test_the_wrong_weight_variant_is_refused_with_both_weights(self):
        light = FitsFor(MadeFor.REAR, 1500, 2500, variant="light rear axle")
        found = self.verdict(kit(light))
        self.assertIs(found.fit, Fit.NO)
        for words in ("Wrong weight variant (light rear axle)", "1500 to 2500", "3144"):
            self.assertIn(words, found.reasons[0].text)
        self.assertEqual(found.reasons[0].place, "load_states.0.rear_left_kg")

    def test_the_other_axle_and_a_tube_of_another_size_or_shape_are_refused(self):
        saddles = replace(FITS, tube_from_m=0.095, tube_to_m=0.108, tube_shape=TubeNeed.ROUND)
        self.assertIs(self.verdict(kit(saddles), self.tube(101.6)).fit, Fit.FITS)
        self.assertIn("82.0 mm", self.verdict(kit(saddles), self.tube(82)).reasons[0].text)
        square = self.verdict(kit(saddles), self.tube(101.6, TubeShape.SQUARE))
        self.assertIs(square.fit, Fit.NO)
        front = kit(replace(FITS, axle=MadeFor.FRONT))
        self.assertIn("front axle", self.verdict(front).reasons[0].text)

    def test_what_is_not_known_yet_is_work_not_a_fit(self):
        saddles = replace(FITS, tube_from_m=0.095, tube_to_m=0.108)
        found = self.verdict(kit(saddles))
        self.assertEqual((found.fit, found.reasons[0].place), (Fit.WORK, "rear_tube.diameter_m"))
        asks = kit(replace(FITS, crossmember=Crossmember.CHANNEL))
        self.assertIn("channel crossmember", self.verdict(asks).reasons[0].text)

    def test_what_was_seen_at_look_decides_the_variant(self):
        for field, need, place, picks in (
            ("crossmember", Crossmember.CHANNEL, "crossmember", CrossmemberSeen),
            ("shock_mount", MountNeed.STUD, "rear_shock_mount", ShockMount),
        ):
            part = kit(replace(FITS, **{field: need}))
            for seen in picks:
                with self.subTest(field, seen=seen):
                    found = self.verdict(part, replace(LookOver(), **{place: seen}))
                    fit = {"unseen": Fit.WORK, need.value: Fit.FITS}.get(seen.value, Fit.NO)
                    self.assertIs(found.fit, fit)
                    if found.reasons:
                        self.assertEqual(found.reasons[0].place, place)

    def test_a_lift_the_links_are_not_for_needs_other_links(self):
        lifted = vehicle_c()
        lifted = replace(lifted, rear=replace(lifted.rear, lift_m=m(0.075)))
        standard = kit(replace(FITS, lift_from_m=-0.03, lift_to_m=0.04))
        self.assertIs(self.verdict(standard).fit, Fit.FITS)
        found = self.verdict(standard, vehicle=lifted)
        self.assertEqual(found.fit, Fit.WORK)
        self.assertIn("+75 mm", found.reasons[0].text)

    def test_drilling_and_u_bolts_are_said_and_worst_comes_first(self):
        found = self.verdict(
            kit(replace(FITS, axle_load_to_kg=3000), holes_drilled=4, u_bolts_off=True)
        )
        self.assertEqual([reason.fit for reason in found.reasons], [Fit.NO, Fit.WORK, Fit.WORK])

    def test_eyes_that_would_stand_in_the_tyres_are_refused(self):
        wide = replace(
            bar(34.9), centre_line_m=tuple((x, y * 1.6, z) for x, y, z in bar().centre_line_m)
        )
        self.assertIn("tyres", self.verdict(kit(bar=wide)).reasons[0].text)


class PartTests(unittest.TestCase):
    def test_a_part_without_what_its_kind_needs_is_refused_at_that_field(self):
        for changes, field in (
            ({"bar": None}, "bar"),
            ({"kind": PartKind.LINK}, "link"),
            ({"holes_drilled": 60}, "holes_drilled"),
            ({"hours": float("nan")}, "hours"),
            ({"claimed_gain": 99.0}, "claimed_gain"),
            ({"maker": " "}, "maker"),
            ({"note": "x" * 500}, "note"),
        ):
            with self.assertRaises(InputError) as caught:
                kit(**changes)
            self.assertEqual(caught.exception.field, field)
