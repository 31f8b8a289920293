"""Stored fit-ups say of each rail by itself what is inside."""

from django.db import migrations

from axlecore.upgrades.words_of_the_trade import brought_over


def bring_over(apps, schema_editor):
    """Give every fit-up, and every version of it, an answer for each rail."""
    for model in ("Paper", "PaperRevision"):
        for row in apps.get_model("jobs", model).objects.iterator():
            now = brought_over(row.document)
            if now != row.document:
                row.document = now
                row.save(update_fields=["document"])


class Migration(migrations.Migration):
    dependencies = [("jobs", "0007_shelf")]
    operations = [migrations.RunPython(bring_over, migrations.RunPython.noop)]
