"""What stands for plain data by its content."""

import hashlib
from typing import Any

import orjson


def digest_of(question: Any) -> str:
    """Return what stands for a question of plain data, which may be as long as its answer."""
    return hashlib.sha256(orjson.dumps(question, option=orjson.OPT_SORT_KEYS)).hexdigest()
