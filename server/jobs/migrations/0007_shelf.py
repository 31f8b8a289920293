from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [("jobs", "0006_line_version")]

    operations = [
        migrations.AddField(
            model_name="job",
            name="shelf",
            field=models.CharField(default="yard", max_length=10),
        ),
        migrations.AddConstraint(
            model_name="job",
            constraint=models.CheckConstraint(
                condition=models.Q(("shelf__in", ["yard", "archived", "deleted"])),
                name="known_shelf",
            ),
        ),
        migrations.RemoveIndex(model_name="job", name="jobs_last_changed"),
        migrations.AddIndex(
            model_name="job",
            index=models.Index(
                fields=["shop", "shelf", "-changed_at"], name="jobs_last_changed"
            ),
        ),
    ]
