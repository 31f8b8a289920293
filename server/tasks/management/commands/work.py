"""Do what was handed over, until told to stop."""

import contextlib
import os
from importlib import import_module
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand
from procrastinate.contrib.django import app
from procrastinate.contrib.django.django_connector import DjangoConnector

from tasks.kinds import KINDS
from tasks.queued import BEAT_S, GONE_AFTER_S

#: People who wait for an answer come first.
_YIELDS = 3
#: What is worked on when told to stop may end in so long; else it is taken up by the next worker.
_LAST_S = 20.0


class Command(BaseCommand):
    # They would load all that answers requests, which takes twice the memory.
    requires_system_checks: tuple[str, ...] = ()
    help = "Do what people asked for that takes its time: boards, prints, rankings."

    def handle(self, *args: Any, **options: Any) -> None:
        _yield_to_others()
        for module in settings.TASK_KINDS:
            import_module(module)
        for module in (name for kind in KINDS.values() for name in kind.loads):
            import_module(module)
        own = app.connector
        assert isinstance(own, DjangoConnector)
        with app.replace_connector(own.get_worker_connector()):
            app.run_worker(
                concurrency=1,
                update_heartbeat_interval=BEAT_S,
                stalled_worker_timeout=GONE_AFTER_S,
                shutdown_graceful_timeout=_LAST_S,
                delete_jobs="successful",
            )


def _yield_to_others() -> None:
    """Let whoever has a processor to share be served first."""
    os.nice(_YIELDS)
    # Linux weighs one session against another before it looks at what is nice within each.
    with contextlib.suppress(OSError):
        Path("/proc/self/autogroup").write_text(str(_YIELDS))
