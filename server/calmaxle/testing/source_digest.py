"""Which state of the source files something was made from."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from pathlib import Path


def source_digest(files: Iterable[Path]) -> str:
    """Return sixteen letters that change with the name or content of any of the files."""
    digest = hashlib.sha256()
    for file in sorted(files):
        digest.update(str(file).encode() + b"\0" + file.read_bytes())
    return digest.hexdigest()[:16]
