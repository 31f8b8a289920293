"""Reading what browsers send, without the characters that no database keeps."""

import re
from typing import Any

from django.http import HttpRequest
from django.utils.datastructures import MultiValueDict
from ninja.parser import Parser

#: NUL and halves of surrogate pairs: pasted by accident, seen by nobody, refused by PostgreSQL.
_UNWRITABLE = re.compile("[\x00\ud800-\udfff]")


class WritableText(Parser):
    """Drops unwritable characters from every text of a body, a form or a query."""

    def parse_body(self, request: HttpRequest) -> Any:
        return _writable(super().parse_body(request))

    def parse_querydict(
        self, data: MultiValueDict[str, Any], list_fields: list[str], request: HttpRequest
    ) -> Any:
        return _writable(super().parse_querydict(data, list_fields, request))


def _writable(found: Any) -> Any:
    if isinstance(found, str):
        return _UNWRITABLE.sub("", found)
    if isinstance(found, list):
        return [_writable(part) for part in found]
    if isinstance(found, dict):
        return {key: _writable(part) for key, part in found.items()}
    return found
