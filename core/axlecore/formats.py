"""Records as JSON: reading with line and field of every error, writing, and JSON Schema."""

from __future__ import annotations

import json
import typing
from collections.abc import Iterator, Mapping
from dataclasses import dataclass, fields, is_dataclass
from json.decoder import scanstring  # type: ignore[attr-defined]
from typing import Any, TypeVar

from pydantic import TypeAdapter, ValidationError

from axlecore.errors import CoreError, InputError
from axlecore.quantities.measure import Place, Record
from axlecore.upgrades import upgraded
from axlecore.upgrades.words_of_the_trade import name_path

T = TypeVar("T")

#: A rig file is some 10 kB; a hundred times that is no rig file.
LARGEST_FILE_BYTES = 1_000_000


@dataclass(frozen=True)
class Complaint:
    """One error of a file.

    Attributes
    ----------
    line : int
        Line it is on, from 1; 0 where it is in no line.
    field : str
        Dotted path.
    message : str
        What is wrong and what is accepted.
    """

    line: int
    field: str
    message: str


class FileError(CoreError, ValueError):
    """A file cannot be read; `complaints` says where and why.

    Parameters
    ----------
    complaints : list of Complaint
        At least one.
    """

    def __init__(self, complaints: list[Complaint]) -> None:
        super().__init__("; ".join(f"line {c.line}, {c.field}: {c.message}" for c in complaints))
        self.complaints = complaints


_adapters: dict[type, TypeAdapter[Any]] = {}


def _adapter(kind: type[T]) -> TypeAdapter[T]:
    # Building one takes some milliseconds, so each kind of record gets its own once.
    if kind not in _adapters:
        _adapters[kind] = TypeAdapter(kind)
    return _adapters[kind]


def complaints_of(error: ValidationError) -> list[InputError]:
    """Return what a validation error says, one input error a field.

    Parameters
    ----------
    error : pydantic.ValidationError
        From reading a record.
    """
    found = []
    for item in error.errors(include_url=False):
        path = ".".join(str(part) for part in item["loc"])
        cause = item.get("ctx", {}).get("error")
        if isinstance(cause, InputError):
            found.append(cause.within(path) if path else cause)
        elif item["type"] == "missing":
            found.append(InputError(path, "This is missing; enter it."))
        elif item["type"] in ("extra_forbidden", "unexpected_keyword_argument"):
            found.append(InputError(path, "There is no such field; check its spelling."))
        else:
            read = repr(item["input"])
            shown = f" Read {read[:40]}." if not isinstance(item["input"], dict | list) else ""
            found.append(InputError(path, f"{item['msg']}.{shown}"))
    return found


def from_json(text: str | bytes, kind: type[T]) -> T:
    """Return a record read from JSON.

    Parameters
    ----------
    text : str or bytes
        JSON, at most `LARGEST_FILE_BYTES`.
    kind : type
        Which dataclass.

    Returns
    -------
    instance of kind
        Checked as a whole.

    Raises
    ------
    FileError
        Every complaint with its line and field.
    """
    if len(text) > LARGEST_FILE_BYTES:
        raise FileError([Complaint(0, "", f"The file is over {LARGEST_FILE_BYTES // 1000} kB.")])
    try:
        plain = text.decode() if isinstance(text, bytes) else text
        document = json.loads(plain)
    except UnicodeDecodeError:
        raise FileError([Complaint(0, "", "The file is not UTF-8 text.")]) from None
    except RecursionError:
        raise FileError([Complaint(0, "", "The file is nested too deeply.")]) from None
    except json.JSONDecodeError as error:
        raise FileError([Complaint(error.lineno, "", f"Not JSON: {error.msg}.")]) from None
    try:
        # An earlier version's names are read too; lines are those of the file as it is.
        return _adapter(kind).validate_json(json.dumps(upgraded(document)), strict=True)
    except ValidationError as error:
        lines = {name_path(path): line for path, line in _lines(plain).items()}
        raise FileError(
            [
                Complaint(_line_of(lines, found.field), found.field, found.message)
                for found in complaints_of(error)
            ]
        ) from None


def from_plain(value: object, kind: type[T]) -> T:
    """Return a record from plain dicts and lists, such as a stored document.

    Parameters
    ----------
    value : object
        As made by `to_plain`.
    kind : type
        Which dataclass.

    Raises
    ------
    InputError
        The first complaint.
    """
    try:
        return _adapter(kind).validate_python(value)
    except ValidationError as error:
        raise complaints_of(error)[0] from None


def to_plain(record: object) -> Any:
    """Return a record as plain dicts, lists, strings and numbers.

    Parameters
    ----------
    record : Record
        Any record.
    """
    return _adapter(type(record)).dump_python(record, mode="json")


def to_json(record: object, indent: int | None = None) -> bytes:
    """Return a record as JSON.

    Parameters
    ----------
    record : Record
        Any record.
    indent : int or None
        Spaces a level; None for one line.
    """
    return _adapter(type(record)).dump_json(record, indent=indent)


def _line_of(lines: dict[str, int], field: str) -> int:
    """Line of a field, or of the nearest thing around it that is in the file."""
    while field and field not in lines:
        field = field.rpartition(".")[0]
    return lines.get(field, 1)


def _lines(text: str) -> dict[str, int]:
    """Map every dotted path of a valid JSON text to its line."""
    found: dict[str, int] = {"": 1}
    scalar = json.JSONDecoder()

    def skip(at: int) -> int:
        while at < len(text) and text[at] in " \t\r\n,:":
            at += 1
        return at

    def read(at: int, path: str) -> int:
        found.setdefault(path, text.count("\n", 0, at) + 1)
        opening = text[at]
        if opening not in "{[":
            return scalar.raw_decode(text, at)[1]
        at, index = skip(at + 1), 0
        while text[at] not in "}]":
            if opening == "{":
                key, at = scanstring(text, at + 1, True)
                at = skip(at)
            else:
                key = str(index)
                index += 1
            at = skip(read(at, f"{path}.{key}" if path else key))
        return at + 1

    read(skip(0), "")
    return found


def json_schema(kind: type) -> dict[str, Any]:
    """Return the JSON Schema of a record, with the label and range of every place.

    Parameters
    ----------
    kind : type
        Which dataclass.
    """
    schema = _adapter(kind).json_schema()
    for record, path, rule in _typed_places(kind, ""):
        definition = schema if record is kind else schema["$defs"][record.__name__]
        definition["properties"][path.rpartition(".")[2]]["description"] = (
            f"{rule.label}; value {rule.low:g} to {rule.high:g} in SI units."
        )
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema}


def places_of(kind: type[Record]) -> dict[str, Place]:
    """Return every place of a kind of record by its path, ``*`` for any index or key.

    Parameters
    ----------
    kind : type
        Which dataclass.
    """
    return {path: rule for _, path, rule in _typed_places(kind, "")}


def _typed_places(hint: Any, path: str) -> Iterator[tuple[type, str, Place]]:
    if typing.get_origin(hint) is tuple:
        yield from _typed_places(typing.get_args(hint)[0], f"{path}*.")
    elif typing.get_origin(hint) is Mapping:
        yield from _typed_places(typing.get_args(hint)[1], f"{path}*.")
    elif typing.get_args(hint):
        for part in typing.get_args(hint):
            yield from _typed_places(part, path)
    elif isinstance(hint, type) and issubclass(hint, Record) and is_dataclass(hint):
        inner = typing.get_type_hints(hint)
        for item in fields(hint):
            rule = item.metadata.get("place")
            if rule is not None:
                yield hint, f"{path}{item.name}", rule
            else:
                yield from _typed_places(inner[item.name], f"{path}{item.name}.")
