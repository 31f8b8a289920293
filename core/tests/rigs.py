"""A made-up vehicle for tests: the handbook's vehicle C with wheels and a side."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import numpy.typing as npt

from axlecore.bars.bar import Bar, square_u
from axlecore.lean.assembly import rolls_of
from axlecore.lean.roll_model import RollModel, body_of, roll_model
from axlecore.quantities.measure import Known, Measured
from axlecore.vehicle.axle import Axle, FittedBar, Suspension
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import (
    Action,
    AxleChoice,
    LoadState,
    RigKind,
    SetUp,
    Vehicle,
)
from axlecore.vehicle.side_wind import ProfileBlock, SideProfile


def m(value: float) -> Measured:
    return Measured(value, Known.MEASURED)


def bar(outside_mm: float = 28.6, bore_mm: float = 0.0, **other: object) -> Bar:
    """Case 1 of the worked cases, or the same with another section."""
    return replace(
        Bar(
            name="Case 1",
            outside_diameter_m=m(outside_mm / 1e3),
            bore_m=m(bore_mm / 1e3),
            centre_line_m=square_u(0.26, 1.02),
            bushing_span_m=m(0.8),
            hole_setbacks_m=(0.0, 0.03, 0.06),
            steel="1045_hardened",
        ),
        **other,  # type: ignore[arg-type]
    )


def fitted(outside_mm: float = 28.6, hole: int = 0) -> FittedBar:
    return FittedBar(bar(outside_mm), m(1.0), hole)


def choice(action: Action = Action.SUPPLEMENT, outside_mm: float = 34.9) -> AxleChoice:
    return AxleChoice(action, fitted(outside_mm))


def axle(**changes: object) -> Axle:
    base = Axle(
        suspension=Suspension.SOLID,
        track_m=m(1.75),
        spring_rate_n_per_m=m(210e3),
        tyre_rate_n_per_m=m(560e3),
        roll_centre_height_m=m(0.72),
        wheel_centre_height_m=m(0.4),
        unsprung_mass_kg=m(0.0),
        rating_kg=m(4000.0),
        spring_base_m=m(1.0),
        link_spacing_m=m(1.04),
        dual_spacing_m=m(0.3),
        standard_bar=fitted(),
    )
    return replace(base, **changes)  # type: ignore[arg-type]


def vehicle_c() -> Vehicle:
    """Vehicle C of the worked cases; its 42 kN·m/rad front bar is left out."""
    return Vehicle(
        kind=RigKind.COACH,
        wheelbase_m=m(4.3),
        width_m=m(2.3),
        floor_height_m=m(0.8),
        roof_height_m=m(3.0),
        rating_kg=m(6000.0),
        front=axle(
            track_m=m(1.8),
            spring_rate_n_per_m=m(120e3),
            tyre_rate_n_per_m=m(520e3),
            roll_centre_height_m=m(0.52),
            spring_base_m=m(0.84),
            link_spacing_m=m(0.9),
            dual_spacing_m=None,
            rating_kg=m(2500.0),
            standard_bar=None,
        ),
        rear=axle(),
        profile=SideProfile((ProfileBlock(m(7.5), m(0.32), m(2.92)),), m(1.0), m(1.1)),
        load_states=(
            LoadState(LoadKey.TRIP_READY, m(1027.9), m(1027.9), m(1572.1), m(1572.1), m(1.28)),
        ),
    )


def model_with(suspension_n_m_per_rad: npt.ArrayLike) -> RollModel:
    """Vehicle C with these roll stiffnesses of its suspensions, (n, 2), bars and all."""
    stiffness = np.asarray(suspension_n_m_per_rad, dtype=float)
    vehicle = vehicle_c()
    body = body_of(vehicle, [0]).repeated(len(stiffness))
    model = roll_model(body, rolls_of(vehicle, SetUp()))
    return replace(
        model,
        suspension_n_m_per_rad=stiffness,
        late_n_m_per_rad=np.zeros((1, 2, 1)),
        free_lean_rad=np.zeros((1, 2, 1)),
    )
