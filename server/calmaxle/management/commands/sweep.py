"""Drop what nobody needs any more: files that no row tells of, sessions that are over."""

from typing import Any

from django.core.management.base import BaseCommand

from people.sessions import drop_ended
from photos.lost import drop_lost


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(f"{drop_lost()} files dropped that no row tells of.")
        self.stdout.write(f"{drop_ended()} sessions dropped that are over.")
