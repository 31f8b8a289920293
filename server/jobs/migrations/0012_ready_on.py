from django.db import migrations


class Migration(migrations.Migration):
    """What `ready_on` and `shown` say now; the board has carried the days over."""

    dependencies = [
        ("jobs", "0011_orders_and_links"),
        ("board", "0002_days_away"),
    ]

    operations = [
        migrations.RemoveField(model_name="agreement", name="quote"),
        migrations.RemoveField(model_name="job", name="bay_planned"),
    ]
