"""Stored set-ups, papers and decisions carry the names of this version."""

from django.db import migrations

from axlecore.upgrades.words_of_the_trade import brought_over

_DOCUMENTS = (
    ("Job", "set_up"),
    ("SetUpRevision", "document"),
    ("Paper", "document"),
    ("PaperRevision", "document"),
    ("Decision", "document"),
)


def bring_over(apps, schema_editor):
    """Give every document, and every version of it, the names of this version."""
    for model, field in _DOCUMENTS:
        for row in apps.get_model("jobs", model).objects.iterator():
            now = brought_over(getattr(row, field))
            if now != getattr(row, field):
                setattr(row, field, now)
                row.save(update_fields=[field])


class Migration(migrations.Migration):
    dependencies = [("jobs", "0004_fitting")]
    operations = [migrations.RunPython(bring_over, migrations.RunPython.noop)]
