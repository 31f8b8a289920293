"""Work the demo's forty predictions out anew, by core; half a minute."""

from typing import Any

from django.core.management.base import BaseCommand

from demo.predictions import KEPT, written


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        KEPT.write_text(written())
        self.stdout.write(f"Wrote {KEPT.name}.")
