"""What a PDF page draws, measured on its content: paths with their boxes in millimetres."""

from typing import Any, NamedTuple

from pypdf import PageObject
from pypdf.generic import ContentStream

MM_A_POINT = 25.4 / 72
Matrix = tuple[float, float, float, float, float, float]
SAME: Matrix = (1.0, 0.0, 0.0, 1.0, 0.0, 0.0)


class Drawn(NamedTuple):
    """A path that was stroked or filled, and whether it is all curves."""

    x: float
    y: float
    width: float
    height: float
    round: bool


def _times(first: Matrix, then: Matrix) -> Matrix:
    a, b, c, d, e, f = first
    g, h, i, j, k, l = then  # noqa: E741
    return (a * g + b * i, a * h + b * j, c * g + d * i, c * h + d * j,
            e * g + f * i + k, e * h + f * j + l)  # fmt: skip


def drawn_on(page: PageObject) -> list[Drawn]:
    """Return every path of a page, forms that it draws included."""
    found: list[Drawn] = []
    _walk(page.get_contents(), page["/Resources"], SAME, page, found)
    return found


def _walk(content: Any, resources: Any, matrix: Matrix, page: Any, found: list[Drawn]) -> None:
    kept: list[Matrix] = []
    points: list[tuple[float, float]] = []
    curves = straights = 0
    stream = content if isinstance(content, ContentStream) else ContentStream(content, page.pdf)
    for operands, operator in stream.operations:
        numbers = [float(one) for one in operands] if operator in _WITH_NUMBERS else []
        if operator == b"q":
            kept.append(matrix)
        elif operator == b"Q":
            matrix = kept.pop()
        elif operator == b"cm":
            matrix = _times(tuple(numbers), matrix)  # type: ignore[arg-type]
        elif operator == b"re":
            x, y, width, height = numbers
            points += [_at(matrix, x, y), _at(matrix, x + width, y + height)]
            straights += 1
        elif operator in (b"m", b"l", b"c"):
            points.append(_at(matrix, *numbers[-2:]))
            curves += operator == b"c"
            straights += operator == b"l"
        elif operator in (b"S", b"s", b"f", b"f*", b"B", b"n"):
            if points and operator != b"n":
                found.append(_box(points, curves > 0 and not straights))
            points, curves, straights = [], 0, 0
        elif operator == b"Do":
            form = resources["/XObject"][operands[0]]
            if form["/Subtype"] == "/Form":
                own: Matrix = tuple(float(one) for one in form.get("/Matrix", SAME))  # type: ignore[assignment]
                within = form.get("/Resources", resources)
                _walk(form, within, _times(own, matrix), page, found)


_WITH_NUMBERS = {b"cm", b"re", b"m", b"l", b"c"}


def _at(matrix: Matrix, x: float, y: float) -> tuple[float, float]:
    a, b, c, d, e, f = matrix
    return (a * x + c * y + e) * MM_A_POINT, (b * x + d * y + f) * MM_A_POINT


def _box(points: list[tuple[float, float]], is_round: bool) -> Drawn:
    across, up = [x for x, _ in points], [y for _, y in points]
    return Drawn(min(across), min(up), max(across) - min(across), max(up) - min(up), is_round)
