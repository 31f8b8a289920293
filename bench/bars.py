"""A thousand different bars: axlecore at once, against a general 3-D frame package one by one."""

from __future__ import annotations

import time

import numpy as np
from Pynite import FEModel3D

from axlecore.bars.bar import frame_rate, square_u
from axlecore.bars.section import area, second_moment, torsion_constant
from axlecore.bars.steel import SHEAR_MODULUS_PA, YOUNGS_MODULUS_PA

BARS = 1000


def _made_up(count: int) -> dict[str, np.ndarray]:
    """Return measurements of different splayed bars, solid and hollow, in elastic bushings."""
    chance = np.random.default_rng(7)
    outside = chance.uniform(0.020, 0.045, count)
    arm, centre = chance.uniform(0.2, 0.4, count), chance.uniform(0.8, 1.2, count)
    splay, rise = chance.uniform(0, 0.06, count), chance.uniform(-0.03, 0.03, count)
    lines = np.array([square_u(a, c) for a, c in zip(arm, centre, strict=True)])
    lines[:, 0, 1] -= splay
    lines[:, -1, 1] += splay
    lines[:, [0, -1], 2] += rise[:, None]
    return {
        "centre_line_m": lines,
        "outside_diameter_m": outside,
        "bore_m": outside * chance.choice([0, 0.5, 0.7], count),
        "bushing_span_m": centre * chance.uniform(0.6, 0.9, count),
        "bushing_rate_n_per_m": chance.uniform(3e6, 9e6, count),
    }


def _one_by_one(bars: dict[str, np.ndarray], at: int) -> float:
    model = FEModel3D()
    poisson = YOUNGS_MODULUS_PA / (2 * SHEAR_MODULUS_PA) - 1
    model.add_material("steel", YOUNGS_MODULUS_PA, SHEAR_MODULUS_PA, poisson, 7850.0)
    section = bars["outside_diameter_m"][at], bars["bore_m"][at]
    bend = float(second_moment(*section))
    model.add_section("bar", float(area(*section)), bend, bend, float(torsion_constant(*section)))
    line, half = bars["centre_line_m"][at], bars["bushing_span_m"][at] / 2
    nodes = [line[0], line[1], (0.0, -half, 0.0), (0.0, half, 0.0), line[2], line[3]]
    for name, (x, y, z) in enumerate(nodes):
        model.add_node(str(name), float(x), float(y), float(z))
    for name in range(5):
        model.add_member(str(name), str(name), str(name + 1), "steel", "bar")
    for bushing in ("2", "3"):
        for direction in ("DX", "DZ"):
            rate = float(bars["bushing_rate_n_per_m"][at])
            model.def_support_spring(bushing, direction, rate)
    model.def_support("2", support_DY=True, support_RY=True)
    model.add_node_load("0", "FZ", -1.0)
    model.add_node_load("5", "FZ", 1.0)
    model.analyze_linear()
    return 2 / (model.nodes["5"].DZ["Combo 1"] - model.nodes["0"].DZ["Combo 1"])


def measure() -> dict[str, float]:
    """Return seconds of both, their ratio, and the largest disagreement."""
    bars = _made_up(BARS)
    frame_rate(**bars)
    together = []
    for _ in range(7):
        started = time.perf_counter()
        rates = frame_rate(**bars)
        together.append(time.perf_counter() - started)
    started = time.perf_counter()
    apart = np.array([_one_by_one(bars, at) for at in range(BARS)])
    apart_s = time.perf_counter() - started
    return {
        "bars_together_ms": float(np.median(together)) * 1e3,
        "bars_one_by_one_s": apart_s,
        "bars_ratio": apart_s / float(np.median(together)),
        "bars_largest_disagreement_percent": float(np.max(np.abs(rates / apart - 1))) * 100,
    }
