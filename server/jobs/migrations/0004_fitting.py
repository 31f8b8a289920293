from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("jobs", "0003_choose")]

    operations = [
        migrations.RemoveConstraint("paper", "known_paper"),
        migrations.AddConstraint(
            "paper",
            models.CheckConstraint(
                condition=models.Q(
                    name__in=["complaint", "look_over", "target", "fitting", "arrival"]
                ),
                name="known_paper",
            ),
        ),
    ]
