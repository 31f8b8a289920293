"""Findings on a vehicle and what is chosen for it: what, why, and what to do."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass

from axlecore.bars.steel import STEELS, YOUNGS_MODULUS_PA
from axlecore.errors import InputError, UnstableError
from axlecore.lean.evaluate import BeforeAfter, Evaluation, check_stands, evaluate
from axlecore.practice.finding import Finding, Kind, Topic, gravest_first
from axlecore.quantities.entry import walk
from axlecore.quantities.measure import Known, Record
from axlecore.quantities.sentences import metres, mm, newtons_per_mm, square_metres, stated_quantity
from axlecore.quantities.units import GRAVITY_M_S2, Dimension
from axlecore.vehicle.axle import AirLines
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LOAD_NAMES
from axlecore.vehicle.rig import Action, AxleChoice, SetUp, Vehicle

#: The front's share of load transfer may fall by this much before it is said [points].
FRONT_SHARE_LIMIT = 0.03
#: A wheel that lifts below this steady bend is worth a word.
EARLY_LIFT_M_S2 = 0.5 * GRAVITY_M_S2
#: A bump stop that is met below this steady bend is worth a word.
EARLY_STOP_M_S2 = 0.5 * GRAVITY_M_S2
#: Lean at rest that shows; a diameter's difference that counts; a floor that misleads.
REST_LEAN_RAD = math.radians(0.2)
QUOTED_STEP_M = 0.0003
FLOOR_SLOPE_RAD = math.radians(0.25)


@dataclass(frozen=True)
class _Facts:
    vehicle: Vehicle
    set_up: SetUp
    evaluation: Evaluation

    def chosen(self) -> Iterator[tuple[End, AxleChoice, BeforeAfter]]:
        """Axles with a chosen bar."""
        for end in End:
            choice = self.set_up.of_end(end)
            if choice is not None:
                yield end, choice, self.evaluation.of_end(end)


def _kg(value: float) -> str:
    return stated_quantity(value, Dimension.MASS, 1.0)


def _percent(value: float, digits: int) -> str:
    return f"{value * 100:.{digits}f} %"


def _knm_per_deg(value: float) -> str:
    return f"{math.radians(value) / 1e3:.2f} kN·m per degree"


def _over_axle_rating(vehicle: Vehicle) -> Iterator[Finding]:
    for index, state in enumerate(vehicle.load_states):
        for end in End:
            rating, load = vehicle.of_end(end).rating_kg.value, state.axle_kg(end)
            if load > rating:
                yield Finding(
                    "over_axle_rating",
                    Kind.STOP,
                    f"The {end} axle is over its rating when {LOAD_NAMES[state.key]}.",
                    f"It carries {_kg(load)} and is rated for {_kg(rating)}: "
                    f"{_kg(load - rating)} too much.",
                    "Take load off or move it. No bar raises a rating.",
                    " + ".join(_kg(one.value) for one in state.axle_readings(end).values())
                    + f" > {_kg(rating)}",
                    f"load_states.{index}.{state.axle_place(end)}",
                    state.key,
                    Topic.RATINGS,
                )


def _over_vehicle_rating(vehicle: Vehicle) -> Iterator[Finding]:
    rating = vehicle.rating_kg.value
    for index, state in enumerate(vehicle.load_states):
        load = state.axle_kg(End.FRONT) + state.axle_kg(End.REAR)
        if load > rating:
            yield Finding(
                "over_vehicle_rating",
                Kind.STOP,
                f"The vehicle is over its rating when {LOAD_NAMES[state.key]}.",
                f"It weighs {_kg(load)} and is rated for {_kg(rating)}: "
                f"{_kg(load - rating)} too much.",
                "Take load off. No bar raises a rating.",
                " + ".join(_kg(state.axle_kg(end)) for end in End)
                + f" = {_kg(load)} > {_kg(rating)}",
                f"load_states.{index}.{state.axle_place(End.REAR)}",
                state.key,
                Topic.RATINGS,
            )


def _over_ratings(vehicle: Vehicle) -> Iterator[Finding]:
    yield from _over_axle_rating(vehicle)
    yield from _over_vehicle_rating(vehicle)


def _front_share_falls(facts: _Facts) -> Iterator[Finding]:
    for state in facts.evaluation.states:
        before, after = state.before.front_share, state.after.front_share
        if before - after > FRONT_SHARE_LIMIT:
            yield Finding(
                "front_share_falls",
                Kind.WATCH,
                "The rear will let go earlier in a fast bend.",
                "Front–rear balance: the front's share of load transfer falls from "
                f"{_percent(before, 0)} to {_percent(after, 0)} when "
                f"{LOAD_NAMES[state.key]}, more than {FRONT_SHARE_LIMIT * 100:.0f} points.",
                "A stiffer front bar or a softer rear hole brings it back.",
                f"front ÷ (front + rear) transfer: {_percent(before, 1)} → {_percent(after, 1)}",
                "set_up.rear.fitted.hole" if facts.set_up.rear else "set_up.front.fitted.hole",
                state.key,
            )


def _wheel_lifts(facts: _Facts) -> Iterator[Finding]:
    for state in facts.evaluation.states:
        after = state.after
        if after.lift_m_s2 < EARLY_LIFT_M_S2:
            limit = after.lift_m_s2 / GRAVITY_M_S2
            yield Finding(
                "wheel_lifts",
                Kind.WATCH,
                f"The {after.lift_axle} inner wheel lifts at {limit:.2f} g when "
                f"{LOAD_NAMES[state.key]}.",
                f"As it stands the {state.before.lift_axle} one would at "
                f"{state.before.lift_m_s2 / GRAVITY_M_S2:.2f} g. Past that bend the figures here "
                "no longer hold.",
                "Test on closed ground, well below it. A bar does not lower the centre of gravity.",
                f"lighter wheel's load ÷ load transfer per g = {limit:.3f} g",
                None,
                state.key,
            )


def _stop_ends_lean(facts: _Facts) -> Iterator[Finding]:
    for state in facts.evaluation.states:
        after = state.after
        if after.stop_axle is None or after.stop_m_s2 is None:
            continue
        if after.stop_m_s2 < min(after.lift_m_s2, EARLY_STOP_M_S2):
            yield Finding(
                "stop_ends_lean",
                Kind.WATCH,
                f"The {after.stop_axle} axle meets its bump stop at "
                f"{after.stop_m_s2 / GRAVITY_M_S2:.2f} g when {LOAD_NAMES[state.key]}.",
                "Past that bend the stop carries, not the springs: the lean grows less, the load "
                "on that axle more, and a bar has no say any more.",
                "Measure both travels again with the axle loaded; a stop is no spring.",
                f"travel taken up at {after.stop_m_s2 / GRAVITY_M_S2:.3f} g",
                f"{after.stop_axle}.bump_travel_m",
                state.key,
            )


def _gain_without_base(facts: _Facts) -> Iterator[Finding]:
    for name, choice, stiffness in facts.chosen():
        if choice.action is Action.NEW:
            added = stiffness.after.chosen_bar
            yield Finding(
                "gain_without_base",
                Kind.NOTE,
                f"There was no bar at the {name}, so “per cent stiffer” means nothing here.",
                f"The new bar adds {_knm_per_deg(added)} of roll; the springs there give "
                f"{_knm_per_deg(stiffness.before.springs)}.",
                "Compare the lean in degrees.",
                f"0 → {stiffness.after.chosen_bar_rate_n_per_m / 1e3:.0f} N/mm at the bar's end",
                f"set_up.{name}.action",
            )


def _steel_is_not_stiffness(facts: _Facts) -> Iterator[Finding]:
    for name, choice, stiffness in facts.chosen():
        bar = choice.fitted.bar
        rate = newtons_per_mm(stiffness.after.chosen_bar_rate_n_per_m)
        yield Finding(
            "steel_is_not_stiffness",
            Kind.NOTE,
            "Steel does not change stiffness.",
            f"The {name} bar gives {rate:.0f} in any of these steels. "
            f"{STEELS[bar.steel].label} buys strength and life: it yields at about "
            f"{STEELS[bar.steel].yield_strength_pa / 1e6:.0f} MPa.",
            "Choose the diameter for lean and the steel for life; the maker's certificate wins.",
            f"rate from E = {YOUNGS_MODULUS_PA / 1e9:.0f} GPa for every grade",
            f"set_up.{name}.fitted.bar.steel",
        )


def _hollow_against_solid(facts: _Facts) -> Iterator[Finding]:
    for name, choice, _ in facts.chosen():
        bar = choice.fitted.bar
        ratio = bar.bore_m.value / bar.outside_diameter_m.value
        if ratio > 0:
            yield Finding(
                "hollow_against_solid",
                Kind.NOTE,
                f"The {name} bar is a tube: not the bar that its outside diameter suggests.",
                f"A {mm(bar.bore_m.value):.1f} bore leaves {_percent(1 - ratio**4, 0)} of "
                f"a solid bar's stiffness and {_percent(1 - ratio**2, 0)} of its weight.",
                "Make sure the bore is measured, not guessed.",
                f"1 − (d/D)⁴ = 1 − {ratio:.3f}⁴ = {1 - ratio**4:.3f}",
                f"set_up.{name}.fitted.bar.bore_m",
            )


def _air_bags_connected(facts: _Facts) -> Iterator[Finding]:
    for name in End:
        bags = facts.vehicle.of_end(name).air_bags
        if bags is not None and bags.lines is AirLines.CONNECTED:
            lost = bags.rate_n_per_m.value * bags.spacing_m.value**2 / 2
            yield Finding(
                "air_bags_connected",
                Kind.WATCH,
                f"The {name} air bags share one line and hold almost nothing in roll.",
                f"Air flows from the pressed bag to the other. With separate lines the pair would "
                f"add {_knm_per_deg(lost)}.",
                "Consider separate lines before a heavier bar; empty the bags before working.",
                f"k·b²/2 = {bags.rate_n_per_m.value / 1e3:.0f} N/mm × "
                f"({bags.spacing_m.value:.2f} m)² ÷ 2, counted as zero",
                f"{name}.air_bags.lines",
            )


def _leans_at_rest(facts: _Facts) -> Iterator[Finding]:
    for index, state in enumerate(facts.evaluation.states):
        if abs(state.rest_lean_rad) < REST_LEAN_RAD:
            continue
        side = "left" if state.rest_lean_rad > 0 else "right"
        loads = facts.vehicle.load_states[index]
        left = loads.front_left_kg.value + loads.rear_left_kg.value
        right = loads.front_right_kg.value + loads.rear_right_kg.value
        yield Finding(
            "leans_at_rest",
            Kind.NOTE,
            f"It leans {math.degrees(abs(state.rest_lean_rad)):.1f}° to the {side} at rest when "
            f"{LOAD_NAMES[state.key]}.",
            f"The left wheels carry {_kg(left)}, the right ones {_kg(right)}. A bar holds that "
            "lean a little less; it does not level it.",
            "Move load across before anything else, and settle the bar in this state.",
            "Σ(left − right)·track ÷ 2 on the springs, bars and tyres as they stand",
            f"load_states.{index}.front_left_kg",
            state.key,
        )


def _quoted_differs(facts: _Facts) -> Iterator[Finding]:
    for name in End:
        fitted = facts.vehicle.of_end(name).standard_bar
        quoted = None if fitted is None else fitted.readings.quoted_diameter_m
        if fitted is None or quoted is None:
            continue
        read = fitted.bar.outside_diameter_m
        ratio = (read.value / quoted.value) ** 4
        if abs(read.value - quoted.value) > max(read.tolerance, QUOTED_STEP_M):
            yield Finding(
                "quoted_differs",
                Kind.WATCH,
                f"The {name} bar is not the size it is quoted as.",
                f"Quoted {mm(quoted.value):.1f}, measured {mm(read.value):.1f}: that is "
                f"{_percent(abs(ratio - 1), 0)} {'less' if ratio < 1 else 'more'} stiffness. The "
                "measured one is used.",
                "Scrape paint and rust off and read it at three places; keep both figures.",
                f"(D measured ÷ D quoted)⁴ = ({read.value * 1e3:.1f} ÷ "
                f"{quoted.value * 1e3:.1f})⁴ = {ratio:.3f}",
                f"{name}.standard_bar.readings.quoted_diameter_m",
            )


def _loses_motion(facts: _Facts) -> Iterator[Finding]:
    for name in End:
        free = facts.evaluation.of_end(name).before.free_lean_rad
        if free > 0:
            yield Finding(
                "loses_motion",
                Kind.WATCH,
                f"The {name} bar does nothing for the first {math.degrees(free):.1f}° of lean.",
                "Play in links and bushings is taken up before the bar works; a good bar idles.",
                "Renewing links and bushings is an option to weigh against any new bar.",
                "play ÷ (eye spacing × motion ratio), bushing play × eye spacing ÷ bushing span",
                f"{name}.standard_bar.link_play_m",
            )


def _floor_slopes(facts: _Facts) -> Iterator[Finding]:
    vehicle = facts.vehicle
    for place, slope, way, carries in (
        (
            "floor_slope_rad",
            vehicle.floor_slope_rad,
            ("across", "side to side"),
            "a level on the frame, a tilt reading and the wheel loads all carry it",
        ),
        (
            "floor_slope_along_rad",
            vehicle.floor_slope_along_rad,
            ("along", "end to end"),
            "a level on the frame, bar arms set level and the axle loads all carry it",
        ),
    ):
        if slope is not None and abs(slope.value) > FLOOR_SLOPE_RAD:
            yield Finding(
                "floor_slopes",
                Kind.WATCH,
                f"The floor slopes {way[0]} the vehicle.",
                f"It falls {math.degrees(abs(slope.value)):.1f}° from {way[1]}: {carries}.",
                "Find level ground, or turn the vehicle round and take the mean of both.",
                f"more than {math.degrees(FLOOR_SLOPE_RAD):.2f}°",
                place,
            )


def _from_stand_ins(facts: _Facts) -> Iterator[Finding]:
    read = [(path, rule) for path, rule, found in walk(facts.vehicle) if found.simulated]
    if read:
        names = ", ".join(dict.fromkeys(rule.label.lower() for _, rule in read[:4]))
        yield Finding(
            "from_stand_ins",
            Kind.WATCH,
            f"{len(read)} numbers come from a stand-in for a device, not from this vehicle.",
            f"Among them {names}. What follows from them is practice, not measurement.",
            "Measure them on the vehicle before anything is ordered.",
            "marked as simulated when they were read",
            read[0][0],
        )


def _push_stays(facts: _Facts) -> Iterator[Finding]:
    side = facts.evaluation.side
    yield Finding(
        "push_stays",
        Kind.NOTE,
        "No bar changes how far a gust pushes the vehicle out of its lane.",
        f"The wind acts on {square_metres(side.area_m2):.1f} of side, "
        f"{metres(side.centre_height_m):.2f} up. A bar lowers the lean from it, not the push.",
        "For being pushed or wandering look at tyres, pressures, alignment and steering.",
        "F = ½ρ·A·C_s·V_rel·V_w, whatever the bars",
        "profile.side_force_coefficient",
    )


def _still_defaults(facts: _Facts) -> Iterator[Finding]:
    numbers = list(walk(facts.vehicle))
    left = [(path, rule) for path, rule, found in numbers if found.known is Known.DEFAULT]
    if left:
        names = ", ".join(dict.fromkeys(rule.label.lower() for _, rule in left[:4]))
        more = " and others" if len(left) > 4 else ""
        yield Finding(
            "still_defaults",
            Kind.NOTE,
            f"{len(left)} numbers are still class defaults.",
            f"Nobody has measured {names}{more} here; the answer is as good as they are.",
            "Measure what you can reach; defaults are drawn hollow.",
            f"{len(left)} of {len(numbers)} numbers",
            left[0][0],
        )


_RULES: tuple[Callable[[_Facts], Iterator[Finding]], ...] = (
    lambda facts: _over_ratings(facts.vehicle),
    _front_share_falls,
    _wheel_lifts,
    _stop_ends_lean,
    _air_bags_connected,
    _quoted_differs,
    _loses_motion,
    _floor_slopes,
    _leans_at_rest,
    _gain_without_base,
    _hollow_against_solid,
    _steel_is_not_stiffness,
    _push_stays,
    _from_stand_ins,
    _still_defaults,
)


def findings(vehicle: Vehicle, set_up: SetUp, evaluation: Evaluation) -> list[Finding]:
    """Return what the rules say, gravest first.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.
    evaluation : Evaluation
        Of that vehicle with that set-up.

    Returns
    -------
    list of Finding
        None without a reason.
    """
    facts = _Facts(vehicle, set_up, evaluation)
    found = [finding for rule in _RULES for finding in rule(facts)]
    return gravest_first(found)


def unstable_finding(error: UnstableError) -> Finding:
    """Return the stop that stands in place of results for a vehicle that tips over by itself.

    Parameters
    ----------
    error : UnstableError
        From `evaluate.evaluate`.
    """
    return Finding(
        "unstable",
        Kind.STOP,
        "By these numbers the vehicle would not stand upright.",
        str(error),
        "Measure the centre of gravity height and the springs again before going on.",
        "the roll stiffness matrix with gravity is not positive definite",
        "load_states.0.centre_of_gravity_height_m",
    )


@dataclass(frozen=True)
class Assessment(Record):
    """What is computed and what is said of it.

    Attributes
    ----------
    evaluation : Evaluation or None
        None where the numbers do not describe a vehicle that stands.
    findings : list of Finding
        Gravest first; where there is no evaluation, the reason.
    """

    evaluation: Evaluation | None
    findings: list[Finding]


def assess(vehicle: Vehicle, set_up: SetUp) -> Assessment:
    """Return evaluation and findings; physics outside its range becomes a stop.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    set_up : SetUp
        What is chosen.

    Returns
    -------
    Assessment
        Never an error: what cannot be computed is said.
    """
    try:
        evaluation = evaluate(vehicle, set_up)
    except (UnstableError, InputError) as error:
        return Assessment(None, [_instead(error)])
    return Assessment(evaluation, findings(vehicle, set_up, evaluation))


def _instead(error: UnstableError | InputError) -> Finding:
    """The stop that stands in place of results, where there are none."""
    return unstable_finding(error) if isinstance(error, UnstableError) else _cannot_compute(error)


def _cannot_compute(error: InputError) -> Finding:
    return Finding(
        "cannot_compute",
        Kind.STOP,
        "These numbers do not go together, so nothing is computed.",
        error.message,
        "Correct the number it points to.",
        "no working without it",
        error.field,
    )


def first_stop(vehicle: Vehicle) -> str:
    """Return what stands in the way of work on a vehicle as it is, empty if nothing does.

    Parameters
    ----------
    vehicle : Vehicle
        The measured sheet.
    """
    try:
        check_stands(vehicle)
    except (UnstableError, InputError) as error:
        return _instead(error).what
    return next((finding.what for finding in _over_ratings(vehicle)), "")
