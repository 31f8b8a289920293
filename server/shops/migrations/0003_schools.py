from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("shops", "0002_labour")]

    operations = [
        migrations.AddField("shop", "schools", models.JSONField(default=dict)),
    ]
