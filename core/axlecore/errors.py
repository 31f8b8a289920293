"""Errors of the core. Each is also the built-in error nearest to it."""

from __future__ import annotations

from collections.abc import Sequence


class CoreError(Exception):
    """Base of every error that axlecore raises on purpose."""


class InputError(CoreError, ValueError):
    """An input cannot be used.

    Parameters
    ----------
    field : str
        Dotted name of the input, so that a screen can put the cursor there.
    message : str
        What is wrong and what would be accepted, in words, with a full stop.
    """

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field
        self.message = message

    def within(self, parent: str) -> InputError:
        """Return the same error with ``parent`` put in front of the field name."""
        return InputError(f"{parent}.{self.field}" if self.field else parent, self.message)


class SeveralInputsError(CoreError, ValueError):
    """Several inputs that were entered together cannot be used.

    Parameters
    ----------
    errors : sequence of InputError
        One an input, in the order they were entered; at least one.
    """

    def __init__(self, errors: Sequence[InputError]) -> None:
        super().__init__(" ".join(error.message for error in errors))
        self.errors = tuple(errors)


class UnstableError(CoreError, ArithmeticError):
    """The vehicle does not stand upright: its springs cannot hold its weight in roll.

    Parameters
    ----------
    load_states : tuple of str
        Load states it happens in, as said in a sentence; empty where unknown.
    rows : tuple of int
        Rows of the batch that tip over.
    """

    def __init__(self, load_states: tuple[str, ...] = (), rows: tuple[int, ...] = ()) -> None:
        where = f" when {' and '.join(load_states)}" if load_states else ""
        super().__init__(
            f"The vehicle tips over by itself{where}: gravity on the raised mass outweighs the "
            "springs and tyres in roll. Check the centre of gravity height, the spring rates "
            "and the spring base."
        )
        self.load_states = load_states
        self.rows = rows
