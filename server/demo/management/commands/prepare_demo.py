"""All that the demo's database and files need before it is served, in one start of Python."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        call_command("load_demo", stdout=self.stdout)
        call_command("collectstatic", interactive=False, verbosity=0)
