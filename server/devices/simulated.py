"""Stand-ins for devices: they answer as the real ones would, faults of the trade included.

They are told a truth and a fault, and a seeded generator makes their noise. Nothing else in
the product knows how they make their numbers; that they are stand-ins is theirs to say.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar

import numpy as np

from axlecore.vehicle.ends import Side, Wheel
from devices.drivers import PadSamples, TiltLog, WrenchSent


class PadFault(StrEnum):
    """What can go wrong with pads, to practise on."""

    NONE = "none"
    NOISY = "noisy"
    DRIFTING = "drifting"
    OFF_BY_ONE = "off_by_one"
    DROPS_OUT = "drops_out"


#: The pad that a fault sits in.
FAULTY_WHEEL = Wheel.REAR_RIGHT


@dataclass(frozen=True)
class SimulatedPads:
    """Four pads with a division of 5 kg."""

    simulated: ClassVar[bool] = True

    truth_kg: Mapping[Wheel, float]
    fault: PadFault
    generator: np.random.Generator
    division_kg: float = 5.0
    seconds: int = 6

    def samples(self) -> dict[Wheel, PadSamples]:
        return {wheel: self._pad(wheel) for wheel in Wheel}

    def _pad(self, wheel: Wheel) -> PadSamples:
        fault = self.fault if wheel == FAULTY_WHEEL else PadFault.NONE
        if fault is PadFault.DROPS_OUT:
            return PadSamples(None, ())
        empty = self.division_kg if fault is PadFault.OFF_BY_ONE else 0.0
        spread = 6 * self.division_kg if fault is PadFault.NOISY else 0.2 * self.division_kg
        load = self.truth_kg[wheel] + empty + self.generator.normal(0, spread, self.seconds)
        if fault is PadFault.DRIFTING:
            load = load + 3 * self.division_kg * np.arange(self.seconds)
        shown = np.round(load / self.division_kg) * self.division_kg
        return PadSamples(empty, tuple(float(value) for value in shown))


@dataclass(frozen=True)
class SimulatedCaliper:
    """A caliper that reads to a tenth, on paint of uneven thickness."""

    simulated: ClassVar[bool] = True

    truth_mm: float
    generator: np.random.Generator
    division_mm: float = 0.1

    def reading_mm(self) -> float:
        paint = abs(self.generator.normal(0, 0.08))
        return round((self.truth_mm + paint) / self.division_mm) * self.division_mm


@dataclass(frozen=True)
class SimulatedTiltLogger:
    """A logger that reads to a hundredth of a degree."""

    simulated: ClassVar[bool] = True

    lean_truth_deg: float
    frequency_hz: float
    damping_ratio: float
    generator: np.random.Generator
    division_deg: float = 0.01

    def lean_deg(self, side: Side) -> float:
        # Leaf friction holds the body a little towards where it came from.
        friction = 0.03 if side is Side.RIGHT else -0.03
        return self._shown(self.lean_truth_deg + friction + self.generator.normal(0, 0.01))

    def push(self) -> TiltLog:
        time = np.arange(0, 8, 0.05)
        omega = 2 * np.pi * self.frequency_hz
        decay = np.exp(-self.damping_ratio * omega * time)
        damped = omega * np.sqrt(1 - self.damping_ratio**2)
        roll = 1.2 * decay * np.cos(damped * time)
        noise = self.generator.normal(0, 0.012, len(time))
        return TiltLog(
            tuple(float(t) for t in np.round(time, 2)),
            tuple(self._shown(value) for value in roll + noise),
        )

    def _shown(self, value: float) -> float:
        return float(np.round(value / self.division_deg) * self.division_deg)


class WrenchFault(StrEnum):
    """What can go wrong with a wrench that sends, to practise on."""

    NONE = "none"
    SCATTERS = "scatters"
    CLICKS_EARLY = "clicks early"
    WRONG_JOINT = "wrong joint"
    BATTERY = "battery"


@dataclass(frozen=True)
class SimulatedWrench:
    """A wrench that reads to a tenth of a newton metre, within 1.5 % where nothing is wrong."""

    simulated: ClassVar[bool] = True

    truth_n_m: float
    joint: str
    other_joint: str
    fault: WrenchFault
    generator: np.random.Generator
    division_n_m: float = 0.1

    def tightened(self) -> WrenchSent:
        if self.fault is WrenchFault.BATTERY:
            return WrenchSent(self.joint, None)
        spread = 0.08 if self.fault is WrenchFault.SCATTERS else 0.015
        short = 0.8 if self.fault is WrenchFault.CLICKS_EARLY else 1.0
        read = self.truth_n_m * short * (1 + self.generator.normal(0, spread))
        joint = self.other_joint if self.fault is WrenchFault.WRONG_JOINT else self.joint
        return WrenchSent(joint, round(read / self.division_n_m) * self.division_n_m)
