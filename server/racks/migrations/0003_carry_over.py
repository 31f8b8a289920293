"""Bars become parts with one offer each, so that nothing on a rack is lost."""

from django.db import migrations


def carry_over(apps, schema_editor):
    """Make a part with one offer of each bar, its maker being the only supplier known."""
    RackBar, Part, Supplier, Offer = (
        apps.get_model("racks", name) for name in ("RackBar", "Part", "Supplier", "Offer")
    )
    for old in RackBar.objects.all():
        fits = {
            "axle": old.fits_axle, "axle_load_from_kg": old.axle_load_from_kg,
            "axle_load_to_kg": old.axle_load_to_kg,
        }
        part = Part.objects.create(
            shop_id=old.shop_id, kind="bar", part_number=old.part_number, maker=old.maker,
            axle=old.fits_axle, axle_load_from_kg=old.axle_load_from_kg,
            axle_load_to_kg=old.axle_load_to_kg, steel=old.bar["steel"],
            diameter_m=old.bar["outside_diameter_m"]["value"], bore_m=old.bar["bore_m"]["value"],
            document={"kind": "bar", "part_number": old.part_number, "maker": old.maker,
                      "fits": fits, "bar": old.bar},
        )
        supplier, _ = Supplier.objects.get_or_create(shop_id=old.shop_id, name=old.maker)
        Offer.objects.create(
            part=part, supplier=supplier, price_cents=old.price_cents, stock=0,
            delivery_days=old.delivery_days,
        )


class Migration(migrations.Migration):
    dependencies = [("racks", "0002_parts")]
    operations = [migrations.RunPython(carry_over, migrations.RunPython.noop)]
