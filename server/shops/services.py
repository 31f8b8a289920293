"""What a shop keeps to: its schools."""

from django.db import transaction

from axlecore.fitup.schools import settled
from shops.errors import Refused
from shops.models import Person, Shop


def change_school(person: Person, base_version: int, matter: str, school: str) -> Shop:
    """Keep to another school in one matter; a lead says so for the whole shop."""
    if person.role != Person.Role.LEAD:
        raise Refused("role", "Only a lead changes what the shop keeps to.", 403)
    with transaction.atomic():
        shop = Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)
        if shop.schools_version != base_version:
            message = "Somebody changed what the shop keeps to meanwhile. Look at it again."
            raise Refused("base_version", message, 409)
        schools = {**shop.schools, matter: school}
        settled(schools)
        shop.schools = schools
        shop.schools_version += 1
        shop.save(update_fields=["schools", "schools_version"])
    return shop
