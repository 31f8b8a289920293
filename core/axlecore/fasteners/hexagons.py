"""Width across flats: which socket or wrench a bolt takes."""

from __future__ import annotations

from axlecore.fasteners.threads import read_thread

#: Across flats of metric bolts, ISO 4014 and ISO 4017 [mm].
_METRIC_MM = {
    5: 8, 6: 10, 8: 13, 10: 16, 12: 18, 14: 21, 16: 24, 18: 27, 20: 30, 22: 34, 24: 36,
}  # fmt: skip
#: Across flats of inch bolts, ASME B18.2.1.
_INCH = {
    "1/4": "7/16 in",
    "5/16": "1/2 in",
    "3/8": "9/16 in",
    "7/16": "5/8 in",
    "1/2": "3/4 in",
    "9/16": "13/16 in",
    "5/8": "15/16 in",
    "3/4": "1 1/8 in",
    "7/8": "1 5/16 in",
    "1": "1 1/2 in",
}


def across_flats(size: str) -> str:
    """Return the width across flats of a bolt's head, such as ``18 mm`` or ``3/4 in``.

    Parameters
    ----------
    size : str
        As for `read_thread`.

    Raises
    ------
    InputError
        No such size.

    Notes
    -----
    ISO 4014/4017 and ASME B18.2.1; older metric bolts of 10, 12, 14 and 22 mm may take 17, 19, 22
    and 32 mm.
    """
    thread = read_thread(size)
    if thread.metric:
        return f"{_METRIC_MM[round(thread.diameter_m * 1e3)]} mm"
    return _INCH[thread.name.partition("-")[0]]
