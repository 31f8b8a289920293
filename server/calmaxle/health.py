"""How the server is, for whoever watches it: one address, no sign-in, nothing of a shop."""

import shutil
import time
from pathlib import Path
from typing import Any

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe

from axlecore import __version__
from tasks.handing import worker_is_there

#: Less room than a busy day's photos and a backup take.
LEAST_FREE_BYTES = 1_000_000_000
#: A daily backup that was missed once.
OLDEST_BACKUP_S = 50 * 3600


@never_cache
@require_safe
def health(request: HttpRequest) -> JsonResponse:
    """Say how database, worker, disk and backups are; 503 where the shop cannot be served."""
    database = _database()
    free = _free_bytes(Path(settings.MEDIA_ROOT))
    backup_s = _backup_age_s(settings.BACKUPS)
    worker = database and worker_is_there()
    told: dict[str, Any] = {
        "version": __version__,
        "database": "answers" if database else "does not answer",
        # Without one, whoever asks for a print or a ranking has the server do it at once.
        "worker": "works" if worker else "is not there",
        "disk": "has room" if free > LEAST_FREE_BYTES else "nearly full",
        "disk_free_mb": free // 1_000_000,
        "backup": _of_backup(backup_s),
        "backup_age_h": None if backup_s is None else round(backup_s / 3600, 1),
    }
    return JsonResponse(told, status=200 if database else 503)


def _database() -> bool:
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
    except DatabaseError:
        return False
    return True


def _free_bytes(folder: Path) -> int:
    # Before the first photo there is no folder yet.
    there = next(one for one in (folder, *folder.parents) if one.exists())
    return shutil.disk_usage(there).free


def _backup_age_s(folder: Path | None) -> float | None:
    """Age of the newest backup; None where there is none."""
    files = [] if folder is None else list(folder.glob("*.calm-axle.tar"))
    return time.time() - max(file.stat().st_mtime for file in files) if files else None


def _of_backup(age_s: float | None) -> str:
    if age_s is None:
        return "none yet"
    return "in time" if age_s < OLDEST_BACKUP_S else "overdue"
