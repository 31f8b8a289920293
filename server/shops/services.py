"""What a shop keeps to: its schools."""

from django.db import transaction

from axlecore.fitup.schools import settled
from shops.errors import Refused
from shops.models import Person, Shop


def change_school(person: Person, matter: str, school: str, instead_of: str) -> Shop:
    """Keep to another school in one matter; a lead says so for the whole shop.

    Refused where the shop keeps to another by now than the one that was to be replaced.
    """
    if person.role != Person.Role.LEAD:
        raise Refused("role", "Only a lead changes what the shop keeps to.", 403)
    with transaction.atomic():
        shop = Shop.objects.select_for_update(no_key=True).get(pk=person.shop_id)
        schools = {**shop.schools, matter: school}
        after = settled(schools)
        now = settled(shop.schools)[matter]
        if now not in (instead_of, after[matter]):
            message = "Somebody changed what the shop keeps to meanwhile. Look at it again."
            raise Refused("instead_of", message, 409)
        shop.schools = schools
        shop.schools_version += 1
        shop.save(update_fields=["schools", "schools_version"])
    return shop
