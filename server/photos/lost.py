"""Files that no row tells of: their transaction was undone after they were written."""

from collections.abc import Iterator
from datetime import timedelta
from pathlib import PurePosixPath

from django.apps import apps
from django.core.files.storage import Storage, default_storage
from django.db.models import FileField
from django.utils import timezone

#: Whatever is younger may have its row still on the way.
_AGE = timedelta(days=1)


def drop_lost(storage: Storage = default_storage) -> int:
    """Drop files older than a day that no row tells of; return how many."""
    before = timezone.now() - _AGE
    old = {name for name in _names(storage, "") if storage.get_modified_time(name) < before}
    # Asked after the files were listed: a row that came since is seen.
    kept = set(_told())
    lost = old - kept
    for name in lost:
        storage.delete(name)
    return len(lost)


def _told() -> Iterator[str]:
    """Every file that a row of any model tells of."""
    for model in apps.get_models():
        for field in model._meta.concrete_fields:
            if isinstance(field, FileField):
                yield from model._default_manager.values_list(field.name, flat=True)


def _names(storage: Storage, folder: str) -> Iterator[str]:
    try:
        folders, files = storage.listdir(folder)
    except FileNotFoundError:
        # Before the first photo there is no folder yet.
        return
    yield from (str(PurePosixPath(folder, name)) for name in files)
    for name in folders:
        yield from _names(storage, str(PurePosixPath(folder, name)))
