"""From what a device sent to what a fitter can take over, and what is wrong with it."""

from ninja import Schema

from axlecore.quantities.sentences import kg
from axlecore.vehicle.ends import Wheel
from devices.drivers import PadSamples, RadioWrench, WheelPads


class PadOut(Schema):
    """One pad: its load, or why there is none."""

    wheel: Wheel
    load_kg: float | None
    steady: bool
    says: str


def pads_read(pads: WheelPads) -> list[PadOut]:
    """Return every pad's load with its zero taken off, and what is to be said of it."""
    return [_pad(wheel, sent, pads.division_kg) for wheel, sent in pads.samples().items()]


def _pad(wheel: Wheel, sent: PadSamples, division_kg: float) -> PadOut:
    name = wheel.words
    if sent.empty_kg is None or not sent.loaded_kg:
        return PadOut(
            wheel=wheel,
            load_kg=None,
            steady=False,
            says=f"The {name} pad sends nothing. Check its cable and read again, or enter that "
            "wheel by hand; the others are kept.",
        )
    last = sent.loaded_kg[len(sent.loaded_kg) // 2 :]
    load = sum(last) / len(last) - sent.empty_kg
    spread = max(last) - min(last)
    rising = all(a < b for a, b in zip(sent.loaded_kg, sent.loaded_kg[1:], strict=False))
    if rising:
        says = f"The {name} pad drifts; it still climbs. Let it settle and read again."
    elif spread > 2 * division_kg:
        says = f"The {name} pad jumps by {kg(spread):.0f}. Let nobody lean on it and read again."
    elif sent.empty_kg:
        says = f"The {name} pad read {kg(sent.empty_kg):.0f} with nothing on it; taken off."
    else:
        says = ""
    steady = not rising and spread <= 2 * division_kg
    return PadOut(wheel=wheel, load_kg=round(load, 1), steady=steady, says=says)


class WrenchReadOut(Schema):
    """What a wrench sent, as it would be typed; empty where there is nothing to take over."""

    device: str
    simulated: bool
    typed: str
    says: str


def wrench_read(wrench: RadioWrench, joint: str) -> WrenchReadOut:
    """Return what a wrench sent of a joint, and what is to be said of it."""
    sent, typed, says = wrench.tightened(), "", ""
    if sent.read_n_m is None:
        says = "The wrench sends nothing: its battery is empty. Read it off and enter it by hand."
    elif sent.joint != joint:
        says = "The wrench was told another joint: tell it this one, and read again."
    else:
        typed = f"{sent.read_n_m:.1f} N·m"
    return WrenchReadOut(device="Torque wrench", simulated=wrench.simulated, typed=typed, says=says)
