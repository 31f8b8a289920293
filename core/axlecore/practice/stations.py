"""The line: kinds of job and the stations each walks."""

from __future__ import annotations

from enum import StrEnum


class Station(StrEnum):
    """Stops along the line, in order."""

    LISTEN = "listen"
    WEIGH = "weigh"
    LOOK = "look"
    CHOOSE = "choose"
    FIT = "fit"
    BUILD = "build"
    DRIVE = "drive"
    HAND_OVER = "hand_over"

    @property
    def label(self) -> str:
        """Its name on a page."""
        return self.value.replace("_", " ").capitalize()


class JobKind(StrEnum):
    """What a job is about."""

    UPGRADE = "upgrade"
    RENEW_LINKS = "renew_links"
    RENEW_BUSHINGS = "renew_bushings"
    BROKEN_BAR = "broken_bar"
    LINK_LENGTH = "link_length"
    RECHECK = "recheck"

    @property
    def label(self) -> str:
        """What the shop calls it."""
        return _KIND_LABELS[self]


_KIND_LABELS = {
    JobKind.UPGRADE: "Upgrade",
    JobKind.RENEW_LINKS: "Renew links",
    JobKind.RENEW_BUSHINGS: "Renew bushings",
    JobKind.BROKEN_BAR: "Replace a broken bar",
    JobKind.LINK_LENGTH: "Correct a link length",
    JobKind.RECHECK: "Re-check",
}


_S = Station
#: Nobody weighs a vehicle to renew a link; whoever wants to, makes it an upgrade.
STATIONS_OF: dict[JobKind, tuple[Station, ...]] = {
    JobKind.UPGRADE: tuple(Station),
    JobKind.RENEW_LINKS: (_S.LISTEN, _S.LOOK, _S.FIT, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.RENEW_BUSHINGS: (_S.LISTEN, _S.LOOK, _S.FIT, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.BROKEN_BAR: (_S.LISTEN, _S.LOOK, _S.CHOOSE, _S.FIT, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.LINK_LENGTH: (_S.LISTEN, _S.LOOK, _S.FIT, _S.BUILD, _S.DRIVE, _S.HAND_OVER),
    JobKind.RECHECK: (_S.LOOK, _S.DRIVE, _S.HAND_OVER),
}


class FitSheet(StrEnum):
    """Sheets of the fit-up, in the order they are worked through."""

    SIDE = "side"
    HOLES = "holes"
    LINKS = "links"
    ACROSS = "across"
    CLASH = "clash"
    DRILL = "drill"
    BOLTS = "bolts"
    ARRIVAL = "arrival"
    TURN = "turn"


#: A short job fits up only what it renews: a link its stack, length and torque; a bushing its
#: bore, marks and torque. The others ask for all sheets.
FIT_SHEETS_OF: dict[JobKind, tuple[FitSheet, ...]] = {
    JobKind.RENEW_LINKS: (FitSheet.LINKS, FitSheet.BOLTS, FitSheet.ARRIVAL),
    JobKind.RENEW_BUSHINGS: (FitSheet.BOLTS, FitSheet.ARRIVAL),
}


def fit_sheets(kind: JobKind) -> tuple[FitSheet, ...]:
    """Return the sheets of the fit-up that a kind of job asks for.

    Parameters
    ----------
    kind : JobKind
        What the job is about.
    """
    return FIT_SHEETS_OF.get(kind, tuple(FitSheet))


def next_station(kind: JobKind, station: Station) -> Station | None:
    """Return the station a kind of job goes on to; None at the end of its line.

    Parameters
    ----------
    kind : JobKind
        What the job is about.
    station : Station
        Where it is; need not be on its line, since a job may have changed its kind.
    """
    order = list(Station)
    later = [s for s in STATIONS_OF[kind] if order.index(s) > order.index(station)]
    return later[0] if later else None
