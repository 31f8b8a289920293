"""Stored sheets carry the names of this version."""

from django.db import migrations

from axlecore.upgrades.words_of_the_trade import brought_over


def bring_over(apps, schema_editor):
    """Give every sheet, and every version of it, the names of this version."""
    for model, field in (("Vehicle", "sheet"), ("SheetRevision", "document")):
        for row in apps.get_model("rigs", model).objects.iterator():
            now = brought_over(getattr(row, field))
            if now != getattr(row, field):
                setattr(row, field, now)
                row.save(update_fields=[field])


class Migration(migrations.Migration):
    dependencies = [("rigs", "0001_initial")]
    operations = [migrations.RunPython(bring_over, migrations.RunPython.noop)]
