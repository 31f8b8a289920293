"""All that a shop's database and files need before it is served, in one start of Python."""

from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from shops.models import Person


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        call_command("collectstatic", interactive=False, verbosity=0)
        if not Person.objects.filter(role=Person.Role.LEAD, is_active=True).exists():
            self.stdout.write("Nobody leads a shop here yet:  make lead SHOP=“name of the shop”")
