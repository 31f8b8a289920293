"""Reading files for the commands, and saying what is wrong with them."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable
from pathlib import Path
from typing import TypeVar

from axlecore.errors import CoreError
from axlecore.formats import FileError, from_json, to_json

T = TypeVar("T")

EXIT_OK, EXIT_STOP, EXIT_BAD_INPUT = 0, 1, 2


def read(path: Path, kind: type[T]) -> T:
    """Return a record read from a file; FileError or OSError where it cannot be.

    Parameters
    ----------
    path : Path
        JSON file.
    kind : type
        Which record.
    """
    return from_json(path.read_bytes(), kind)


def guarded(path: Path, work: Callable[[], int]) -> int:
    """Run a command's work and turn what is wrong into sentences and an exit code.

    Parameters
    ----------
    path : Path
        The file the sentences are about.
    work : callable
        Returns the exit code.
    """
    try:
        return work()
    except OSError as error:
        print(f"{error.filename or path}: {error.strerror or error}", file=sys.stderr)
    except FileError as error:
        for item in error.complaints:
            print(f"{path}:{item.line}: {item.field or 'file'}: {item.message}", file=sys.stderr)
    except CoreError as error:
        field = getattr(error, "field", "")
        print(f"{path}: {f'{field}: ' if field else ''}{error}", file=sys.stderr)
    return EXIT_BAD_INPUT


def add_file(parser: argparse.ArgumentParser, what: str) -> None:
    """Add the file and `--json` that every command takes.

    Parameters
    ----------
    parser : ArgumentParser
        Of one command.
    what : str
        Which file.
    """
    parser.add_argument("file", type=Path, help=f"{what} (JSON); see `axlecore schema`")
    parser.add_argument("--json", action="store_true", help="everything as JSON, SI units")


def print_json(record: object) -> None:
    """Print a record as JSON.

    Parameters
    ----------
    record : Record
        Any.
    """
    sys.stdout.write(to_json(record, indent=2).decode() + "\n")
