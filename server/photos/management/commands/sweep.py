"""Drop files that no row tells of."""

from typing import Any

from django.core.management.base import BaseCommand

from photos.lost import drop_lost


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(f"{drop_lost()} files dropped that no row tells of.")
