"""An axle that was read as one is one number; what the road gave is said in a field of its own."""

from django.db import migrations

from axlecore.upgrades.axle_loads import brought_over


def bring_over(apps, schema_editor):
    """Give every sheet, and every version of it, the shape of this version."""
    for model, field in (("Vehicle", "sheet"), ("SheetRevision", "document")):
        for row in apps.get_model("rigs", model).objects.iterator():
            now = brought_over(getattr(row, field))
            if now != getattr(row, field):
                setattr(row, field, now)
                row.save(update_fields=[field])


class Migration(migrations.Migration):
    dependencies = [("rigs", "0005_consent")]
    operations = [migrations.RunPython(bring_over, migrations.RunPython.noop)]
