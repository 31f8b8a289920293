"""A shop in one file: its database and its photos, checked by sums, taken while it serves.

The file is a plain tar that any machine unpacks: ``database.dump`` as PostgreSQL's own tool writes
it, ``media/…``, and last of all ``backup.json`` with the sum of each. The dump is one moment of the
database; a photo is written before its row is kept, so every row of that moment has its photo.
"""

from __future__ import annotations

import hashlib
import io
import json
import os
import shutil
import tarfile
import tempfile
import time
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import IO, Any

from database import DATABASE, ROLE, Cluster
from setup import fail

LAYOUT = 1
_DUMP, _MANIFEST, _MEDIA = "database.dump", "backup.json", "media/"
_SUFFIX = ".calm-axle.tar"
_CHUNK = 1 << 20


@dataclass
class _Summed(io.RawIOBase):
    """A stream whose sum is taken while it is read."""

    inner: IO[bytes]

    def __post_init__(self) -> None:
        self.sum = hashlib.sha256()

    def read(self, size: int = -1) -> bytes:
        content = self.inner.read(size)
        self.sum.update(content)
        return content


def backup(cluster: Cluster, folder: Path, keep: int = 0) -> Path:
    """Write a backup of a running cluster and return its file.

    Parameters
    ----------
    cluster : Cluster
        Started; it goes on serving.
    folder : Path
        Where the file is put. It is there whole or not at all.
    keep : int
        How many of the backups in that folder stay, the newest; 0 keeps all.
    """
    folder.mkdir(parents=True, exist_ok=True)
    name = time.strftime(f"%Y-%m-%d-%H%M%S{_SUFFIX}", time.gmtime())
    partial, whole = folder / f"{name}.partial", folder / name
    sums: dict[str, str] = {}
    try:
        with tempfile.TemporaryDirectory(dir=folder) as scratch, tarfile.open(partial, "w") as out:
            dump = Path(scratch) / _DUMP
            cluster.dump(dump)
            _add(out, dump, _DUMP, sums)
            for file in _files(cluster.media):
                _add(out, file, _MEDIA + str(file.relative_to(cluster.media)), sums)
            manifest = {"layout": LAYOUT, "made_at": time.time(), "sums": sums}
            content = json.dumps(manifest).encode()
            told = tarfile.TarInfo(_MANIFEST)
            told.size = len(content)
            out.addfile(told, io.BytesIO(content))
        with partial.open("rb") as written:
            os.fsync(written.fileno())
        partial.chmod(0o600)
        partial.replace(whole)
    finally:
        partial.unlink(missing_ok=True)
    for old in backups(folder)[keep:] if keep else []:
        old.unlink()
    return whole


def backups(folder: Path) -> list[Path]:
    """Return the backups of a folder, newest first."""
    return sorted(folder.glob(f"*{_SUFFIX}"), reverse=True)


def check(file: Path) -> dict[str, Any]:
    """Return a backup's manifest once every sum of it was found right; else stop with why."""
    try:
        with tarfile.open(file) as tar:
            found: dict[str, str] = {}
            manifest: dict[str, Any] = {}
            for member in tar:
                inner = tar.extractfile(member)
                if inner is None or not _safe(member.name):
                    fail(f"{file} holds “{member.name[:60]}”, which no backup holds.")
                if member.name == _MANIFEST:
                    manifest = json.loads(inner.read())
                else:
                    found[member.name] = _sum(inner)
    except (OSError, tarfile.TarError, ValueError) as error:
        fail(f"{file} cannot be read as a backup: {error}.")
    if manifest.get("layout") != LAYOUT:
        fail(f"{file} is cut off, or is no backup of this program.")
    wrong = sorted(name for name, it in manifest["sums"].items() if found.get(name) != it)
    if wrong or set(found) != set(manifest["sums"]) or _DUMP not in found:
        what = ", ".join(wrong[:3]) or "its content"
        fail(f"{file} is damaged: {what} is not as it was written.")
    return manifest


def permit(cluster: Cluster, file: Path, over: bool) -> None:
    """Stop with why unless a backup is whole and may be put in place.

    Parameters
    ----------
    cluster : Cluster
        Started.
    file : Path
        The backup.
    over : bool
        Whether a shop that is there may be set aside for it.
    """
    check(file)
    if not over and cluster.holds_anything():
        fail(
            "There is a shop here already. Say so if it is to be set aside for the backup's: "
            "make restore FILE=… OVER=yes"
        )


def restore(cluster: Cluster, file: Path) -> None:
    """Put what a permitted backup holds in place of what a running cluster holds.

    All is unpacked beside first; what was there is set aside, not removed. Nobody is served from
    the cluster meanwhile.
    """
    media = cluster.home / "media.restored"
    shutil.rmtree(media, ignore_errors=True)
    media.mkdir(parents=True)
    with tarfile.open(file) as tar, tempfile.TemporaryDirectory(dir=cluster.home) as scratch:
        for member in tar:
            inner = tar.extractfile(member)
            assert inner is not None  # as checked
            if member.name == _DUMP:
                _copy(inner, Path(scratch) / _DUMP)
            elif member.name.startswith(_MEDIA):
                _copy(inner, media / member.name.removeprefix(_MEDIA))
        cluster.load(Path(scratch) / _DUMP, f"{DATABASE}_restored", ROLE)
    aside = time.strftime("%Y%m%d%H%M%S", time.gmtime())
    cluster.swap_in(f"{DATABASE}_restored", f"{DATABASE}_{aside}")
    if cluster.media.exists():
        cluster.media.rename(cluster.home / f"media.{aside}")
    media.rename(cluster.media)


def _files(folder: Path) -> Iterator[Path]:
    yield from sorted(path for path in folder.rglob("*") if path.is_file())


def _add(out: tarfile.TarFile, file: Path, name: str, sums: dict[str, str]) -> None:
    with file.open("rb") as content:
        summed = _Summed(content)
        told = out.gettarinfo(arcname=name, fileobj=content)
        told.uid = told.gid = 0
        told.uname = told.gname = ""
        out.addfile(told, summed)  # type: ignore[arg-type]  # it is read from, no more
    sums[name] = summed.sum.hexdigest()


def _sum(content: IO[bytes]) -> str:
    found = hashlib.sha256()
    while piece := content.read(_CHUNK):
        found.update(piece)
    return found.hexdigest()


def _safe(name: str) -> bool:
    parts = Path(name).parts
    return name in (_DUMP, _MANIFEST) or (parts[:1] == ("media",) and ".." not in parts)


def _copy(content: IO[bytes], to: Path) -> None:
    to.parent.mkdir(parents=True, exist_ok=True)
    with to.open("wb") as out:
        shutil.copyfileobj(content, out, _CHUNK)
        out.flush()
        os.fsync(out.fileno())
    to.chmod(0o600)
