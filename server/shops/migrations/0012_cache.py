from django.core.management import call_command
from django.db import migrations


def make_table(apps, schema_editor):
    """Where it is counted how often an owner's page is asked for."""
    call_command("createcachetable", database=schema_editor.connection.alias, verbosity=0)


class Migration(migrations.Migration):

    dependencies = [
        ("shops", "0011_opens_at"),
    ]

    operations = [
        migrations.RunPython(make_table, migrations.RunPython.noop),
    ]
