"""A picture's marks have a version; a picture sent twice is kept once."""

import uuid

from django.conf import settings
from django.db import migrations, models


def give_keys(apps, schema_editor):
    """Give every picture that is there a key of its own."""
    for photo in apps.get_model("photos", "Photo").objects.iterator():
        photo.key = uuid.uuid4()
        photo.save(update_fields=["key"])


class Migration(migrations.Migration):
    dependencies = [
        ("jobs", "0006_line_version"),
        ("photos", "0002_words_of_the_trade"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]
    operations = [
        migrations.AddField("photo", "version", models.PositiveIntegerField(default=1)),
        migrations.AddField("photo", "key", models.UUIDField(null=True, editable=False)),
        migrations.RunPython(give_keys, migrations.RunPython.noop),
        # What was written has its keys checked before the table is altered.
        migrations.RunSQL("SET CONSTRAINTS ALL IMMEDIATE", migrations.RunSQL.noop),
        migrations.AlterField(
            "photo", "key", models.UUIDField(default=uuid.uuid4, editable=False)
        ),
        migrations.AddConstraint(
            "photo", models.UniqueConstraint(fields=["job", "key"], name="one_photo_a_key")
        ),
    ]
