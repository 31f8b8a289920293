"""Pictures of dampers are pictures of shocks now."""

from django.db import migrations

from axlecore.upgrades.words_of_the_trade import name_now


def bring_over(apps, schema_editor):
    """Give every picture's place the name of this version."""
    Photo = apps.get_model("photos", "Photo")
    for place in Photo.objects.values_list("place", flat=True).distinct():
        if name_now(place) != place:
            Photo.objects.filter(place=place).update(place=name_now(place))


class Migration(migrations.Migration):
    dependencies = [("photos", "0001_initial")]
    operations = [migrations.RunPython(bring_over, migrations.RunPython.noop)]
