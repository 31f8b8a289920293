"""Reading what browsers send, without the characters that mean nothing in what people write."""

import re
from typing import Any

from django.http import HttpRequest
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

from axlecore.quantities.sentences import MARK

#: NUL and halves of surrogate pairs: pasted by accident, seen by nobody, refused by PostgreSQL.
#: The mark of a quantity: what people write is never turned into other units.
_UNWRITABLE = re.compile(f"[\x00\ud800-\udfff{MARK}]")


#: A text of JSON, one that is not closed too, so that no place is looked at twice.
_STRING = re.compile(rb'"[^"\\]*+(?:\\.[^"\\]*+)*+(?:"|\\?\Z)', re.DOTALL)
#: A table of parts is one long text; nothing that is sent is made of more pieces than these.
_MOST_OUTSIDE_TEXTS = 500_000


class WritableText(Parser):
    """Drops unwritable characters from every text of a body, a form or a query."""

    def parse_body(self, request: HttpRequest) -> Any:
        _check_pieces(request.body)
        return _writable(super().parse_body(request))

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> Any:
        return _writable(super().parse_querydict(data, list_fields, request))


def _check_pieces(body: bytes) -> None:
    """Refuse what would take a hundred times its size once it is read: pieces without end."""
    outside = end = 0
    for text in _STRING.finditer(body):
        outside, end = outside + text.start() - end + 1, text.end()
        if outside > _MOST_OUTSIDE_TEXTS:
            break
    if outside + len(body) - end > _MOST_OUTSIDE_TEXTS:
        raise ValueError("more pieces than anything that is sent here has")


def _writable(found: Any) -> Any:
    if isinstance(found, str):
        return _UNWRITABLE.sub("", found)
    if isinstance(found, list):
        return [_writable(part) for part in found]
    if isinstance(found, dict):
        return {key: _writable(part) for key, part in found.items()}
    return found
