"""Invite a lead to a shop, the first one among them, by a code that is told once."""

from typing import Any

from django.core.management.base import BaseCommand, CommandParser
from django.db import transaction

from people.services import INVITED_FOR, invite
from shops.models import Person, Shop


class Command(BaseCommand):
    help = "Invite a lead to a shop, which is made where there is none of that name."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("shop", help="name of the shop, as people read it")
        parser.add_argument("--at", default="", help="address people reach it by")

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        shop, made = Shop.objects.get_or_create(name=options["shop"])
        code = invite(shop, None, Person.Role.LEAD)
        self.stdout.write(
            f"{'Made the shop' if made else 'There is the shop'} {shop.name}.\n"
            f"Whoever leads it opens   {options['at']}/join#{code}\n"
            f"or types the code        {code}\n"
            f"within {INVITED_FOR.days} days. It lets one person in and is not shown again."
        )
