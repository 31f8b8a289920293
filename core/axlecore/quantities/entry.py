"""Entering what a fitter typed at a place of a record, and walking over all its places.

A place is named by the dotted path of its field: ``rear.link_spacing_m``,
``load_states.0.front_left_kg``, ``rear.fitted.bar.outside_diameter_m``.
"""

from __future__ import annotations

import dataclasses
import functools
import typing
from collections.abc import Callable, Iterator, Mapping
from enum import StrEnum
from typing import Any, TypeVar

from axlecore.errors import InputError
from axlecore.quantities.measure import Known, Measured, Place, Record, read_measured
from axlecore.quantities.spelling import number_of

R = TypeVar("R", bound=Record)


def walk(record: object, path: str = "") -> Iterator[tuple[str, Place, Measured]]:
    """Yield every measured quantity of a record with its path and its place.

    Parameters
    ----------
    record : Record or tuple of Record
        Where to look.
    path : str
        Put in front of each path.

    Yields
    ------
    tuple of str, Place, Measured
        In the order of declaration; absent optional ones are left out.
    """
    if isinstance(record, tuple):
        for index, item in enumerate(record):
            yield from walk(item, f"{path}.{index}" if path else str(index))
    elif isinstance(record, Record):
        # mypy takes a class whose instances compare by value for unhashable itself.
        for name, rule in _layout(type(record)):  # type: ignore[arg-type]
            found = getattr(record, name)
            here = f"{path}.{name}" if path else name
            if rule is None:
                yield from walk(found, here)
            elif found is not None:
                yield here, rule, found


@functools.cache
def _layout(kind: type[Record]) -> tuple[tuple[str, Place | None], ...]:
    """Names and places of a record's fields; asked thousands of times a second."""
    items = dataclasses.fields(kind)  # type: ignore[arg-type]
    return tuple((item.name, item.metadata.get("place")) for item in items)


def enter(record: R, path: str, typed: str, known: Known, simulated: bool = False) -> R:
    """Return a record with what was typed put at one place.

    Parameters
    ----------
    record : Record
        A vehicle or a set-up.
    path : str
        Dotted name of the place.
    typed : str
        As typed. Empty takes an optional number away.
    known : Known
        How a number is known; ignored for choices such as a steel.
    simulated : bool
        A stand-in for a device read it; the number says so from then on.

    Returns
    -------
    Record
        Of the same type, checked as a whole.

    Raises
    ------
    InputError
        No such place, unreadable, out of range, or at odds with another place.
    """

    def change(owner: Record | Mapping[str, str], name: str) -> dict[str, Any]:
        if isinstance(owner, Mapping):
            return {name: typed.strip()}
        read = _read_field(owner, name, typed, known)
        if isinstance(read, Measured):
            read = dataclasses.replace(read, simulated=simulated)
        return {**owner.follows_from(name, read), name: read}

    return typing.cast(R, _change_at(record, path, change))


def fit_part(record: R, path: str, part: object) -> R:
    """Return a record with a whole part put at one place, or taken away.

    Parameters
    ----------
    record : Record
        A vehicle or a set-up.
    path : str
        Dotted name of the place, such as ``rear.standard_bar``.
    part : object
        The part, of the type the place takes; None takes it away.

    Returns
    -------
    Record
        Of the same type, checked as a whole.

    Raises
    ------
    InputError
        No such place, or the result does not hold together.
    """
    return typing.cast(R, _change_at(record, path, lambda _, name: {name: part}))


def _change_at(
    record: object,
    path: str,
    change: Callable[[Any, str], dict[str, Any]],
    trail: str = "",
    default: object = None,
) -> object:
    head, _, rest = path.partition(".")
    here = f"{trail}.{head}" if trail else head
    missing = InputError(here[:80], "There is no such place on this sheet.")
    if isinstance(record, tuple):
        if not (head.isdecimal() and int(head) < len(record) and rest):
            raise missing
        index = int(head)
        changed = _change_at(record[index], rest, change, here)
        return (*record[:index], changed, *record[index + 1 :])
    if isinstance(record, Mapping):
        if rest:
            return {**record, head: _change_at(record.get(head, default), rest, change, here)}
        if not isinstance(default, str):
            raise missing
        # A text is taken away by leaving it empty, as an optional number is.
        texts = {**record, **change(record, head)}
        return {key: text for key, text in texts.items() if text}
    if not isinstance(record, Record):
        raise missing
    names = {item.name for item in dataclasses.fields(record)}  # type: ignore[arg-type]
    if head not in names:
        raise missing
    try:
        if rest:
            fresh = _value_of_mapping(type(record), head)
            new = {head: _change_at(getattr(record, head), rest, change, here, fresh)}
        else:
            new = change(record, head)
    except InputError as error:
        # Reading errors name the field alone; deeper ones already carry their trail.
        raise error if "." in error.field or not trail else error.within(trail) from None
    try:
        return dataclasses.replace(record, **new)  # type: ignore[type-var]
    except InputError as error:
        raise error.within(trail) if trail else error from None


@functools.cache
def _hints(kind: type[Record]) -> dict[str, Any]:
    """Types of a record's fields; working them out costs more than all the rest of an entry."""
    return typing.get_type_hints(kind)


def _value_of_mapping(kind: type[Record], name: str) -> object:
    """What a mapping of records starts a new entry with; None where it is no such field."""
    # mypy takes a class whose instances compare by value for unhashable itself.
    hint = _hints(kind)[name]  # type: ignore[arg-type]
    if typing.get_origin(hint) is not Mapping:
        return None
    return typing.get_args(hint)[1]()


def _read_field(owner: Record, name: str, typed: str, known: Known) -> object:
    item = next(f for f in dataclasses.fields(owner) if f.name == name)  # type: ignore[arg-type]
    rule = item.metadata.get("place")
    if rule is not None:
        if not typed.strip() and item.default is None:
            return None
        return read_measured(typed, known, rule, name)
    hint = _hints(type(owner))[name]  # type: ignore[arg-type]
    if _is_choice(hint):
        return _read_choice(hint, typed, name)
    if typing.get_origin(hint) is tuple and _is_choice(typing.get_args(hint)[0]):
        words = [word.strip() for word in typed.split(",") if word.strip()]
        return tuple(_read_choice(typing.get_args(hint)[0], word, name) for word in words)
    if hint is int:
        if not typed.isdecimal():
            raise InputError(name, f"Read “{typed[:40]}”; enter a whole number.")
        return int(typed)
    if item.metadata.get("amount"):
        return read_amount(typed, name)
    if hint is str:
        checked = item.metadata.get("checked")
        if checked is not None and typed.strip():
            checked(typed)
        return typed
    raise InputError(name, "Nothing can be typed here.")


def read_amount(typed: str, name: str) -> float:
    """Return an amount of money or days as it is written; zero where nothing is.

    Parameters
    ----------
    typed : str
        ``1,500``, ``12.50``.
    name : str
        Name put into the error.

    Raises
    ------
    InputError
        What was typed is no amount.
    """
    if not typed.strip():
        return 0.0
    amount = number_of(typed.strip())
    if amount is None:
        raise InputError(name, f"Read “{typed[:40]}”; enter an amount, such as 1,500 or 12.50.")
    return amount


def _is_choice(hint: object) -> bool:
    return isinstance(hint, type) and issubclass(hint, StrEnum)


def _read_choice(hint: type[StrEnum], typed: str, name: str) -> StrEnum:
    if typed not in list(hint):
        raise InputError(name, f"Read “{typed[:40]}”; choose one of {', '.join(hint)}.")
    return hint(typed)
