"""What is wrong with the shape of a request, in the words of this house.

What was read and what would be accepted; pydantic's own sentences speak to programmers.
"""

from collections.abc import Callable, Mapping
from typing import Any

Facts = Mapping[str, Any]

_SHOWN = 40


def _read(value: object) -> str:
    text = str(value)
    return f"“{text[:_SHOWN]}…”" if len(text) > _SHOWN else f"“{text}”"


def _at_most(facts: Facts) -> str:
    return f"at most {facts['max_length']} characters"


def _expected(facts: Facts) -> str:
    return f"one of {facts['expected']}".replace("'", "")


#: What would be accepted, by pydantic's name of the error and with its facts.
_ACCEPTED: dict[str, Callable[[Facts], str]] = {
    "string_too_long": _at_most,
    "enum": _expected,
    "literal_error": _expected,
    "int_parsing": lambda _: "a whole number",
    "int_type": lambda _: "a whole number",
    "int_from_float": lambda _: "a whole number",
    "int_parsing_size": lambda _: "a smaller whole number",
    "float_parsing": lambda _: "a number",
    "float_type": lambda _: "a number",
    "finite_number": lambda _: "a number that is no infinity",
    "bool_parsing": lambda _: "yes or no",
    "bool_type": lambda _: "yes or no",
    "string_type": lambda _: "a text",
    "list_type": lambda _: "a list",
    "greater_than": lambda facts: f"more than {facts['gt']}",
    "greater_than_equal": lambda facts: f"{facts['ge']} or more",
    "less_than": lambda facts: f"less than {facts['lt']}",
    "less_than_equal": lambda facts: f"{facts['le']} or less",
    "date_parsing": lambda _: "a day such as 2026-11-26",
    "date_from_datetime_parsing": lambda _: "a day such as 2026-11-26",
    "date_type": lambda _: "a day such as 2026-11-26",
    "too_long": lambda facts: f"at most {facts['max_length']}",
    "too_short": lambda facts: f"at least {facts['min_length']}",
}
_NOTHING_THERE = {"missing", "string_too_short", "string_pattern_mismatch"}
_COUNTED = {"too_long", "too_short"}


def shape_words(error: Facts) -> str:
    """Return a sentence for one of pydantic's errors.

    Parameters
    ----------
    error : mapping
        ``type``, ``msg`` and, where there are some, ``input`` and ``ctx`` of the error.
    """
    kind = error["type"]
    if kind in _NOTHING_THERE:
        return "Nothing is written here; it is needed."
    accepted = _ACCEPTED.get(kind)
    if accepted is None:
        return f"{error['msg']}."
    facts = error.get("ctx", {})
    if "input" not in error:
        return f"Enter {accepted(facts)} here."
    read = f"{facts['actual_length']} of them" if kind in _COUNTED else _read(error["input"])
    return f"Read {read}; {accepted(facts)} would be accepted."
