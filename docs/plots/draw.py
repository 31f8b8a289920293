"""Draw the plots of docs/physics.md from the core itself: draw.py [FOLDER]."""

from __future__ import annotations

import sys
from dataclasses import replace
from pathlib import Path
from typing import Any

import matplotlib as mpl
import numpy as np
from matplotlib import pyplot as plt

from axlecore.bars.bar import Bar, bar_rates, square_u
from axlecore.bars.fatigue import cycles_to_crack, endurance_limit
from axlecore.bars.steel import STEELS
from axlecore.bars.stress import curved_beam_factor, stress_along
from axlecore.lean.evaluate import axle_stiffness, model_of
from axlecore.lean.frame_twist import solve_twisting
from axlecore.lean.lean_map import lean_map
from axlecore.lean.monte_carlo import bands
from axlecore.lean.steady import solve
from axlecore.motion.manoeuvres import MANOEUVRES, Course
from axlecore.motion.replay import replay
from axlecore.practice.classes import class_vehicle
from axlecore.quantities.measure import Measured
from axlecore.quantities.units import GRAVITY_M_S2
from axlecore.vehicle.axle import FittedBar
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, AxleChoice, RigKind, SetUp

INK, BEFORE, AFTER, PALE = "#1b2833", "#5d6c7a", "#0c705d", "#8d8778"
VEHICLE = class_vehicle(RigKind.MOTORHOME)
BAR = Bar(
    "shown",
    square_u(0.26, 1.02),
    Measured(0.0349),
    Measured(0.0),
    Measured(0.78),
    (0.0, 0.03, 0.06),
    Measured(6e6),
    Measured(9e6),
    "4140_hardened",
)
SET_UP = SetUp(rear=AxleChoice(Action.SUPPLEMENT, FittedBar(BAR, Measured(1.0))))

Axes = Any


def rate_over_diameter(axes: Axes) -> None:
    diameters = np.linspace(0.02, 0.045, 60)
    for ratio, style in ((0.0, "-"), (0.6, "--"), (0.8, ":")):
        made = [
            replace(BAR, outside_diameter_m=Measured(float(d)), bore_m=Measured(float(d * ratio)))
            for d in diameters
        ]
        rates = bar_rates(made, [0] * len(made)) / 1e3
        name = "solid" if ratio == 0 else f"bore {ratio:.0%} of diameter"
        axes.plot(diameters * 1e3, rates, style, color=INK, label=name)
    axes.set(xlabel="outside diameter, mm", ylabel="rate at the eyes, N/mm")
    axes.legend(frameon=False)


def stress_on_a_bar(axes: Axes) -> None:
    curve = stress_along(BAR, 0, 5000.0)
    along = np.array(curve.distance_m) * 1e3
    for values, style, name in (
        (curve.bending_pa, "--", "bending"),
        (curve.shear_pa, ":", "shear from torsion"),
        (curve.von_mises_pa, "-", "von Mises"),
    ):
        axes.plot(along, np.array(values) / 1e6, style, color=INK, label=name)
    axes.set(xlabel="along the bar from one eye, mm", ylabel="stress at 5 kN per end, MPa")
    axes.legend(frameon=False)


def bend_factor(axes: Axes) -> None:
    ratio = np.linspace(0.7, 6, 200)
    for bore, style, name in ((0.0, "-", "solid"), (0.8, "--", "tube, bore 80 %")):
        axes.plot(ratio, curved_beam_factor(1.0, bore, ratio), style, color=INK, label=name)
    axes.set(xlabel="bend radius ÷ outside diameter", ylabel="curved-beam factor", ylim=(1, 2.5))
    axes.legend(frameon=False)


def life_by_steel(axes: Axes) -> None:
    amplitude = np.linspace(80e6, 900e6, 400)
    for key, style in (
        ("s355", ":"),
        ("1045_hardened", "--"),
        ("4140_hardened", "-."),
        ("51crv4_hardened", "-"),
    ):
        steel = STEELS[key]
        limit = endurance_limit(steel, 0.03)
        cycles = cycles_to_crack(steel.ultimate_strength_pa, limit, amplitude)
        axes.semilogx(
            np.where(np.isinf(cycles), 1e7, cycles),
            amplitude / 1e6,
            style,
            color=INK,
            label=steel.label,
        )
    axes.set(xlabel="cycles to a crack", ylabel="reversed stress, MPa", xlim=(1e3, 1e7))
    axes.legend(frameon=False, fontsize=7)


def lean_with_play(axes: Axes) -> None:
    bends = np.linspace(0, 0.4, 80) * GRAVITY_M_S2
    for play, style in ((0.0, "-"), (0.004, "--"), (0.008, ":")):
        worn = replace(VEHICLE.rear.standard_bar, link_play_m=Measured(play))
        vehicle = replace(VEHICLE, rear=replace(VEHICLE.rear, standard_bar=worn))
        front, rear = axle_stiffness(vehicle, SetUp())
        model = model_of(vehicle, (front.before, rear.before), vehicle.load_states)
        lean = np.degrees(solve(model, bends).lean_rad[0])
        axes.plot(bends / GRAVITY_M_S2, lean, style, color=INK, label=f"{play * 1e3:.0f} mm play")
    axes.set(xlabel="bend, g", ylabel="lean, °")
    axes.legend(frameon=False)


def twist_of_the_frame(axes: Axes) -> None:
    frames = np.geomspace(3e4, 3e6, 60)
    front, rear = axle_stiffness(VEHICLE, SET_UP)
    for pair, colour, name in (
        ((front.before, rear.before), BEFORE, "before"),
        ((front.after, rear.after), AFTER, "after"),
    ):
        model = model_of(VEHICLE, pair, VEHICLE.load_states)
        both = [solve_twisting(model, frame, 0.3 * GRAVITY_M_S2).lean_rad[0, 0] for frame in frames]
        ends = np.degrees(np.array(both))
        style = "--" if name == "before" else "-"
        axes.semilogx(frames / 1e3, ends[:, 0], style, color=colour, label=f"front, {name}")
        axes.semilogx(frames / 1e3, ends[:, 1], style, color=colour, lw=2.4, label=f"rear, {name}")
    axes.set(xlabel="frame stiffness, kN·m/rad", ylabel="lean at 0.3 g, °")
    axes.legend(frameon=False, fontsize=7)


def map_of_lean(axes: Axes) -> None:
    road, wind = np.linspace(0, 33, 60), np.linspace(0, 25, 60)
    found = lean_map(VEHICLE, SET_UP, road, wind)
    for values, colour, style in ((found.before_rad, BEFORE, "--"), (found.after_rad, AFTER, "-")):
        lines = axes.contour(
            road * 3.6,
            wind,
            np.degrees(np.array(values[0])).T,
            levels=[0.5, 1, 2, 3, 4],
            colors=colour,
            linestyles=style,
        )
        axes.clabel(lines, fmt="%g°", fontsize=7)
    axes.set(xlabel="road speed, km/h", ylabel="wind from the side, m/s")


def a_gust(axes: Axes) -> None:
    both = replay(VEHICLE, SET_UP, LoadKey.TRIP_READY, Course())
    run = MANOEUVRES.index("gust")
    for one, colour, style, name in zip(
        both, (BEFORE, AFTER), ("--", "-"), ("before", "after"), strict=True
    ):
        lean = np.degrees(np.array(one.lean_rad[run]))
        axes.plot(np.arange(len(lean)) * one.step_s, lean, style, color=colour, label=name)
    axes.set(xlabel="time, s", ylabel="lean in a 60 m gust of 12 m/s, °", xlim=(0, 10))
    axes.legend(frameon=False)


def bands_of_the_lean(axes: Axes) -> None:
    found = {
        b.name: b for b in bands(VEHICLE, SET_UP, LoadKey.TRIP_READY, np.random.default_rng(1))
    }
    for row, name in enumerate(("lean before", "lean after", "lean saved")):
        band = found[name]
        low, value, high = (float(np.degrees(v)) for v in (band.low, band.value, band.high))
        axes.plot([low, high], [row, row], color=INK, lw=4, solid_capstyle="butt", alpha=0.35)
        axes.plot(value, row, "o", color=INK)
    axes.set(
        xlabel="0.3 g, all numbers class defaults, °",
        yticks=range(3),
        yticklabels=["before", "after", "saved"],
        ylim=(-0.6, 2.6),
    )


PLOTS = {
    "rate": rate_over_diameter,
    "stress": stress_on_a_bar,
    "bend": bend_factor,
    "life": life_by_steel,
    "play": lean_with_play,
    "twist": twist_of_the_frame,
    "map": map_of_lean,
    "gust": a_gust,
    "bands": bands_of_the_lean,
}


def main(folder: Path) -> None:
    # The same core draws the same file: no date, no random names inside.
    mpl.rcParams.update(
        {
            "svg.hashsalt": "axlecore",
            "svg.fonttype": "none",
            "font.size": 9,
            "axes.spines.top": False,
            "axes.spines.right": False,
        }
    )
    for name, draw in PLOTS.items():
        figure, axes = plt.subplots(figsize=(5, 3), layout="constrained")
        draw(axes)
        figure.savefig(folder / f"{name}.svg", metadata={"Date": None})
        plt.close(figure)
        print(folder / f"{name}.svg")


if __name__ == "__main__":
    main(Path(sys.argv[1]) if len(sys.argv) > 1 else Path(__file__).parent)
