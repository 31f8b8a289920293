"""What every rule on plain numbers owes: it names a bad one, and takes many as it takes one."""

import unittest
from collections.abc import Callable
from dataclasses import dataclass, field

import numpy as np

from axlecore.bars import bar, section, stress
from axlecore.errors import InputError
from axlecore.motion import gusts, response
from axlecore.vehicle import masses, pneumatics
from axlecore.vehicle import side_wind as wind

NOT_NUMBERS = (float("nan"), float("inf"), float("-inf"))


@dataclass(frozen=True)
class Rule:
    """A rule with arguments that are good, and more that are bad beside NaN and infinity."""

    call: Callable[..., object]
    good: dict[str, float]
    bad: dict[str, tuple[float, ...]]
    #: Arguments of one number only.
    single: frozenset[str] = field(default_factory=frozenset)


TUBE = {"outside_diameter_m": 0.03, "bore_m": 0.012}
BAD_TUBE = {"outside_diameter_m": (0.0, -0.03), "bore_m": (-0.001, 0.03, 0.04)}
AIR = {"area_m2": 20.0, "coefficient": 1.0, "road_speed_m_s": 25.0, "wind_speed_m_s": 18.0}
BAD_AIR = {
    "area_m2": (0.0, -1.0),
    "coefficient": (-0.1,),
    "road_speed_m_s": (-1.0,),
    "wind_speed_m_s": (-1.0,),
}
DENSITY, BAD_DENSITY = {"air_density_kg_m3": 1.2}, {"air_density_kg_m3": (0.0, -1.2)}

RULES = (
    Rule(section.area, TUBE, BAD_TUBE),
    Rule(section.second_moment, TUBE, BAD_TUBE),
    Rule(section.torsion_constant, TUBE, BAD_TUBE),
    Rule(
        section.bore_from_mass,
        {"outside_diameter_m": 0.035, "developed_length_m": 1.6, "mass_kg": 8.9},
        {
            "outside_diameter_m": (0.0,),
            "developed_length_m": (0.0, -1.0),
            "mass_kg": (0.0, -1.0, 40.0),
        },
    ),
    Rule(
        bar.square_u_rate,
        {
            **TUBE,
            "arm_m": 0.26,
            "centre_length_m": 1.02,
            "bushing_span_m": 0.8,
            "bushing_rate_n_per_m": 6e6,
            "link_rate_n_per_m": 9e6,
        },
        {
            **BAD_TUBE,
            "arm_m": (0.0, -1.0),
            "centre_length_m": (0.0,),
            "bushing_span_m": (0.0, 1.3),
            "bushing_rate_n_per_m": (0.0, -1.0),
            "link_rate_n_per_m": (0.0, -1.0),
        },
    ),
    Rule(
        wind.air_density,
        {"altitude_m": 900.0, "temperature_k": 288.0},
        {"altitude_m": (-600.0, 20_000.0), "temperature_k": (0.0, -3.0, 400.0)},
    ),
    Rule(wind.side_force, {**AIR, **DENSITY}, {**BAD_AIR, **BAD_DENSITY}),
    Rule(
        wind.side_force_at_angle,
        {**AIR, "wind_angle_rad": 1.0, **DENSITY},
        {**BAD_AIR, **BAD_DENSITY},
    ),
    Rule(
        wind.wind_for_force,
        {"force_n": 4000.0, "area_m2": 20.0, "coefficient": 1.0, "road_speed_m_s": 20.0, **DENSITY},
        {
            "force_n": (-1.0,),
            "area_m2": (0.0,),
            "coefficient": (0.0,),
            "road_speed_m_s": (-1.0,),
            **BAD_DENSITY,
        },
    ),
    Rule(
        pneumatics.air_bag_rate,
        {
            "gauge_pressure_pa": 4e5,
            "effective_area_m2": 0.02,
            "volume_m3": 0.004,
            "area_change_m": 0.05,
            "polytrope": 1.3,
        },
        {
            "gauge_pressure_pa": (-1.0,),
            "effective_area_m2": (0.0,),
            "volume_m3": (0.0,),
            "polytrope": (0.9, 1.7),
        },
    ),
    Rule(
        pneumatics.tyre_rate,
        {
            "gauge_pressure_pa": 5e5,
            "section_width_m": 0.245,
            "aspect_ratio": 0.75,
            "outside_diameter_m": 0.78,
        },
        {
            "gauge_pressure_pa": (-1.0,),
            "section_width_m": (0.0,),
            "aspect_ratio": (0.0, 75.0),
            "outside_diameter_m": (0.0, -1.0),
        },
    ),
    Rule(
        stress.curved_beam_factor,
        {**TUBE, "bend_radius_m": 0.06},
        {**BAD_TUBE, "bend_radius_m": (0.0, -0.05, 0.015)},
    ),
    Rule(
        masses.height_from_lift,
        {
            "level_front_kg": 2055.8,
            "raised_front_kg": 2150.0,
            "total_kg": 5200.0,
            "rise_m": 0.6,
            "wheelbase_m": 4.3,
            "wheel_centre_height_m": 0.4,
        },
        {
            "level_front_kg": (0.0, -1.0),
            "raised_front_kg": (0.0,),
            "total_kg": (0.0,),
            "rise_m": (0.0, 4.3, 9.0),
            "wheelbase_m": (0.0,),
            "wheel_centre_height_m": (0.0,),
        },
    ),
    Rule(
        masses.tow_shift,
        {"load_kg": 215.0, "behind_rear_axle_m": 2.15, "wheelbase_m": 4.3},
        {"load_kg": (-1.0,), "wheelbase_m": (0.0, -1.0)},
    ),
    Rule(
        gusts.truck_force,
        {"side_area_m2": 20.0, "gap_m": 1.0, "relative_speed_m_s": 30.0, **DENSITY},
        {"side_area_m2": (0.0,), "gap_m": (0.1, 7.0), "relative_speed_m_s": (-1.0,), **BAD_DENSITY},
        frozenset({"side_area_m2", "gap_m", "relative_speed_m_s", "air_density_kg_m3"}),
    ),
    Rule(
        response.damping_from_swings,
        {"first": 3.0, "later": 1.0, "swings_between": 2},
        {"first": (0.0,), "later": (0.0, -1.0), "swings_between": (0, -1)},
        frozenset({"first", "later", "swings_between"}),
    ),
)


class ArgumentTests(unittest.TestCase):
    def test_a_bad_number_is_refused_by_the_name_of_its_argument(self):
        for rule in RULES:
            for name in rule.good:
                for value in (*NOT_NUMBERS, *rule.bad.get(name, ())):
                    if value == float("inf") and name.endswith("_rate_n_per_m"):
                        continue  # A rigid bushing or link.
                    with self.subTest(f"{rule.call.__name__}({name}={value})"):
                        with self.assertRaises(InputError) as caught:
                            rule.call(**{**rule.good, name: value})
                        self.assertEqual(caught.exception.field, name)
                        self.assertTrue(caught.exception.message.endswith("."))

    def test_many_at_once_give_what_each_gives_alone(self):
        for rule in RULES:
            many = {
                n: v * np.array([1.0, 1.02, 1.05])
                for n, v in rule.good.items()
                if n not in rule.single
            }
            if not many:
                continue
            together = np.asarray(rule.call(**{**rule.good, **many}))
            alone = [
                rule.call(**{**rule.good, **{n: float(v[i]) for n, v in many.items()}})
                for i in range(3)
            ]
            np.testing.assert_allclose(
                together.T, np.asarray(alone), rtol=1e-12, err_msg=rule.call.__name__
            )

    def test_one_of_them_alone_spreads_over_the_rest(self):
        for rule in RULES:
            for name in rule.good.keys() - rule.single:
                row = rule.good[name] * np.array([[1.0], [1.01]])
                spread = np.asarray(rule.call(**{**rule.good, name: row}))
                self.assertEqual(spread.shape[-2:], (2, 1), f"{rule.call.__name__}({name})")
