"""Reminding an owner of a re-check: words to be copied, or a mail."""

from django.core.mail import send_mail

from aftercare.coming_back import Due
from axlecore.aftercare.recheck import in_words
from axlecore.quantities.sentences import in_units
from axlecore.quantities.units import Units
from shops.errors import Refused
from shops.models import Shop


def reminder(shop: Shop, due: Due) -> str:
    """What an owner is told, in the shop's units; empty where nobody may be reminded."""
    owner = due.giving.job.vehicle.owner
    if owner is None or not owner.may_be_contacted:
        return ""
    said = (
        f"Dear {owner.name}, a re-check of {due.giving.job.vehicle.name} is due at {shop.name}. "
        f"{in_words(due.visit)} It takes half an hour; please tell us what the odometer reads."
    )
    return in_units(said, Units(shop.units))


def send_reminder(shop: Shop, due: Due) -> None:
    """Send the reminder by mail; Refused where nobody may, or there is no address."""
    said = reminder(shop, due)
    owner = due.giving.job.vehicle.owner
    if not said or owner is None:
        raise Refused("job_id", "The owner has not agreed to be contacted.", 403)
    if not owner.email:
        raise Refused("job_id", "No mail address is written down of this owner.", 422)
    send_mail(f"Re-check due at {shop.name}", said, None, [owner.email])
