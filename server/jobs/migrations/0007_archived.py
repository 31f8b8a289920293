from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [("jobs", "0006_line_version")]

    operations = [
        migrations.AddField(
            model_name="job",
            name="archived_at",
            field=models.DateTimeField(blank=True, null=True),
        ),
    ]
