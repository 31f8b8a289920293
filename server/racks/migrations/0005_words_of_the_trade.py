"""Bushings are called bushings, and stored parts carry the names of this version."""

from django.db import migrations, models

from axlecore.upgrades.words_of_the_trade import brought_over

_KINDS = ["bar", "kit", "link", "bracket", "bushing"]


def bring_over(apps, schema_editor):
    """Give every part the names of this version."""
    Part = apps.get_model("racks", "Part")
    Part.objects.filter(kind="cushion").update(kind="bushing")
    changed = []
    for part in Part.objects.iterator():
        document = brought_over(part.document)
        if document != part.document:
            part.document = document
            changed.append(part)
    Part.objects.bulk_update(changed, ["document"], batch_size=500)


class Migration(migrations.Migration):
    dependencies = [("racks", "0004_drop_bars")]
    operations = [
        migrations.RemoveConstraint(model_name="part", name="known_part_kind"),
        migrations.RunPython(bring_over, migrations.RunPython.noop),
        # What was written has its keys checked before the table is altered.
        migrations.RunSQL("SET CONSTRAINTS ALL IMMEDIATE", migrations.RunSQL.noop),
        migrations.AddConstraint(
            model_name="part",
            constraint=models.CheckConstraint(
                condition=models.Q(("kind__in", _KINDS)), name="known_part_kind"
            ),
        ),
    ]
