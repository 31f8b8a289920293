from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("racks", "0003_carry_over")]
    operations = [migrations.DeleteModel(name="RackBar")]
