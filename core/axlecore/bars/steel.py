"""Bar steels. Stiffness is one number for all of them; strength is what a grade carries."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

#: Young's modulus of steel [Pa]; the same for every grade within about 1 %.
YOUNGS_MODULUS_PA = 206e9
#: Shear modulus of steel [Pa].
SHEAR_MODULUS_PA = 79.3e9
#: Density of steel [kg/m³].
DENSITY_KG_M3 = 7850.0


#: Typical spread of a grade's strengths, half width, relative; heat treatment decides.
STRENGTH_SPREAD = 0.08
#: Where nobody knows the grade: bars are spring steel, quenched and tempered, but for some of
#: medium carbon steel at half its strength.
UNKNOWN_SPREAD = 0.25
UNKNOWN_STEEL = "unknown"


class Finish(StrEnum):
    """Surface a bar is left with."""

    GROUND = "ground"
    DRAWN = "drawn"
    HOT_ROLLED = "hot rolled"
    FORGED = "forged"


@dataclass(frozen=True)
class Steel:
    """A grade with its condition.

    Attributes
    ----------
    key : str
        Short name used in files.
    label : str
        Designation and condition as written on a drawing.
    yield_strength_pa, ultimate_strength_pa : float
        Typical values [Pa], spread `STRENGTH_SPREAD`; the maker's certificate wins.
    finish : Finish
        Usual surface of bars of this condition.
    peened : bool
        Usually shot-peened, which puts the surface in compression.
    spread : float
        Half width of the band of its strengths, relative.
    """

    key: str
    label: str
    yield_strength_pa: float
    ultimate_strength_pa: float
    finish: Finish
    peened: bool = False
    spread: float = STRENGTH_SPREAD

    @property
    def known(self) -> bool:
        """Somebody knows the grade; on a guess no life is promised."""
        return self.key != UNKNOWN_STEEL


#: Typical strengths of bar steels by condition: ASM Handbook vol. 1, and EN 10089 for 51CrV4.
STEELS = {
    steel.key: steel
    for steel in (
        Steel(
            UNKNOWN_STEEL,
            "not known; spring steel taken",
            1200e6,
            1350e6,
            Finish.HOT_ROLLED,
            spread=UNKNOWN_SPREAD,
        ),
        Steel("s355", "S355, as rolled", 355e6, 510e6, Finish.HOT_ROLLED),
        Steel("1045_normalised", "1045, normalised", 370e6, 620e6, Finish.HOT_ROLLED),
        Steel("1045_hardened", "1045, quenched and tempered", 620e6, 800e6, Finish.DRAWN),
        Steel("4130_tube", "4130 tube, normalised", 435e6, 670e6, Finish.DRAWN),
        Steel("4140_hardened", "4140, quenched and tempered", 950e6, 1075e6, Finish.DRAWN, True),
        Steel(
            "5160_hardened", "5160, quenched and tempered", 1200e6, 1350e6, Finish.HOT_ROLLED, True
        ),
        Steel(
            "51crv4_hardened",
            "51CrV4, quenched and tempered",
            1200e6,
            1400e6,
            Finish.HOT_ROLLED,
            True,
        ),
    )
}
