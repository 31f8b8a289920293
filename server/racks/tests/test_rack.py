import csv
import io
import json
from uuid import uuid4

from django.db import IntegrityError, connection, transaction
from django.test import tag

from axlecore.bars.bar import bar_rates
from axlecore.bars.steel import STEELS
from axlecore.errors import InputError
from racks.models import Offer, Part, Supplier
from racks.services import record_of
from shops.models import Person
from shops.tests.people import TwoShops, person, stock

HEAD = (
    "kind,part_number,maker,supplier,price,days,axle,axle_load_from,axle_load_to,diameter,arm,"
    "centre,span"
)


def row(number="N-1", price="100", **changes):
    cells = {
        "kind": "bar",
        "part_number": number,
        "maker": "Maker",
        "supplier": "Shelf",
        "price": price,
        "days": "3",
        "axle": "rear",
        "axle_load_from": "2000 kg",
        "axle_load_to": "5000 kg",
        "diameter": "30 mm",
        "arm": "250",
        "centre": "1000",
        "span": "740",
        **changes,
    }
    return ",".join(cells.values())


def table(*rows):
    return "\n".join((HEAD, *rows))


class RackTests(TwoShops):
    def test_a_stored_bar_is_the_bar_that_was_put_there(self):
        bars = [record_of(item).bar for item in self.bars]
        rates = bar_rates(bars, [0] * len(bars))
        self.assertEqual(sorted(rates), list(rates), "listed from thin to thick")
        self.assertEqual(bars[1].outside_diameter_m.typed, '1 1/4"')

    def test_a_bar_that_was_tampered_with_is_refused_at_its_field(self):
        self.bars[0].document["bar"]["bore_m"]["value"] = 0.5
        with self.assertRaises(InputError) as caught:
            record_of(self.bars[0])
        self.assertEqual(caught.exception.field, "bar.bore_m")

    def test_one_part_number_a_shop_but_two_shops_may_share_it(self):
        first = self.bars[0]
        self.assertEqual(stock(self.other_shop, 1)[0].part_number, first.part_number)
        first.pk = None
        with self.assertRaises(IntegrityError), transaction.atomic():
            first.save(force_insert=True)

    def test_the_short_list_of_one_shop_holds_none_of_another(self):
        stock(self.other_shop, 8)
        path = f"/api/jobs/{self.job.pk}/short-list?others=true"
        rows = self.client.get(f"{path}&action=supplement").json()["rows"]
        self.assertEqual({row["id"] for row in rows}, {item.pk for item in self.bars})
        front = self.client.get(f"{path}&axle=front&action=supplement").json()
        self.assertEqual(front, {"rows": [], "total": 0})

    def test_asking_for_an_axle_or_action_that_is_none_is_refused(self):
        path = f"/api/jobs/{self.job.pk}/short-list"
        self.assert_refused(
            self.client.get(f"{path}?axle=tag&action=supplement"),
            422,
            "axle",
            "Read “tag”; one of front or rear",
        )
        self.assertEqual(self.client.get(f"{path}?action=weld").status_code, 422)
        self.assertEqual(self.client.get(path).status_code, 422)


class SearchTests(TwoShops):
    def found(self, **asked):
        answer = self.client.get("/api/racks", asked)
        self.assertEqual(answer.status_code, 200, answer.content[:200])
        return [row["part_number"] for row in answer.json()["rows"]]

    def test_each_filter_leaves_what_it_says(self):
        stock(self.shop, 200)
        everything = Part.objects.filter(shop=self.shop)
        for asked, kept in (
            ({"find": "tamarisk r35"}, lambda p: "R35" in p.part_number and "Tam" in p.maker),
            ({"kind": "kit"}, lambda p: p.kind == "kit"),
            ({"kind": "bar", "axle": "front"}, lambda p: p.kind == "bar" and p.axle == "front"),
            (
                {"steel": "4130_tube", "tube_only": True},
                lambda p: p.kind != "bushing" and (p.bore_m or 0) > 0,
            ),
            (
                {"diameter_from": '1 3/8"', "diameter_to": "36 mm"},
                lambda p: 0.034925 <= (p.diameter_m or 0) <= 0.036 + 1e-9,
            ),
            (
                {"axle_load": "6.98 t", "kind": "kit"},
                lambda p: p.kind == "kit" and p.axle_load_from_kg <= 6980 <= p.axle_load_to_kg,
            ),
            ({"bore_from": "22 mm"}, lambda p: (p.bore_m or 0) >= 0.022 - 1e-9),
            (
                {"nothing_apart": True, "kind": "kit"},
                lambda p: p.kind == "kit" and not record_of(p).takes_apart,
            ),
            (
                {"no_drilling": True, "kind": "kit"},
                lambda p: p.kind == "kit" and p.holes_drilled == 0,
            ),
        ):
            with self.subTest(asked):
                expected = sorted(part.part_number for part in everything if kept(part))
                self.assertTrue(expected)
                self.assertEqual(sorted(self.found(**asked)), expected)

    def test_price_and_days_are_those_of_the_cheapest_offer(self):
        body = {
            "text": table(row(price="90", days="9"), row(price="80", supplier="Other")),
            "mapping": {name: name for name in HEAD.split(",")},
        }
        self.assertEqual(self.send("POST", "/racks/import", body).status_code, 200)
        self.assertEqual(self.found(find="N-1", price_to=85), ["N-1"])
        self.assertEqual(self.found(find="N-1", price_to=79), [])
        self.assertEqual(self.found(find="N-1", days_to=3), ["N-1"])
        for field, typed in (("price_to", "€500"), ("days_to", "abc")):
            refused = self.client.get("/api/racks", {field: typed})
            self.assertEqual(refused.status_code, 422)
            self.assertEqual(refused.json()["detail"][0]["field"], field)
            self.assertIn("enter an amount", refused.json()["detail"][0]["message"])

    def test_what_is_typed_wrong_is_said_at_its_field(self):
        answer = self.client.get("/api/racks", {"axle_load": "9 mm"})
        self.assert_refused(answer, 422, "axle_load", "does not fit")

    def test_a_page_takes_a_fixed_number_of_queries_however_many_parts(self):
        stock(self.shop, 200)
        with self.assertNumQueries(5):
            answer = self.client.get("/api/racks").json()
        self.assertEqual((answer["total"], len(answer["rows"])), (142, 50))

    def test_one_part_is_shown_with_every_offer_cheapest_first_and_to_its_shop_only(self):
        stock(self.shop, 200)
        part = Part.objects.get(shop=self.shop, part_number="MF-R34")
        answer = self.client.get(f"/api/racks/parts/{part.pk}").json()
        prices = [offer["price_cents"] for offer in answer["offers"]]
        self.assertEqual((len(prices), prices), (2, sorted(prices)))
        self.assertEqual(answer["part"]["bar"]["steel"], "5160_hardened")
        stranger = self.as_(self.stranger)
        self.assertEqual(stranger.get(f"/api/racks/parts/{part.pk}").status_code, 404)


class SuppliersAndSteelsTests(TwoShops):
    def test_a_supplier_shows_what_it_has_and_how_soon_to_its_own_shop(self):
        stock(self.shop, 200)
        rows = {row["name"]: row for row in self.client.get("/api/racks/suppliers").json()}
        self.assertEqual(
            sum(row["parts"] for row in rows.values()),
            Offer.objects.filter(part__shop=self.shop).count(),
        )
        for row in rows.values():
            self.assertLessEqual(row["soonest_days"], row["latest_days"])
            self.assertLessEqual(row["there"], row["parts"])
        self.assertEqual(self.as_(self.stranger).get("/api/racks/suppliers").json(), [])

    def test_steels_differ_in_strength_only(self):
        rows = self.client.get("/api/racks/steels").json()
        self.assertEqual({row["key"] for row in rows}, set(STEELS))
        self.assertGreater(len({row["yield_strength_pa"] for row in rows}), 4)
        self.assertNotIn("youngs_modulus_pa", rows[0])


class ImportTests(TwoShops):
    MAPPING = {name: name for name in HEAD.split(",")}

    def preview(self, text, mapping=None):
        return self.send("POST", "/racks/preview", {"text": text, "mapping": mapping})

    def take_in(self, text, **more):
        return self.send("POST", "/racks/import", {"text": text, "mapping": self.MAPPING, **more})

    def test_a_preview_suggests_the_columns_and_writes_nothing(self):
        text = table(row()).replace("part_number", "SKU").replace("maker", "Brand")
        answer = self.preview(text).json()
        self.assertEqual(answer["mapping"]["SKU"], "part_number")
        self.assertEqual((answer["good"], answer["new"], answer["bad"]), (1, 1, []))
        self.assertFalse(Part.objects.filter(part_number="N-1").exists())

    def test_a_mapping_that_lacks_a_needed_column_is_said_not_refused(self):
        answer = self.preview(table(row()), {"kind": "kind"}).json()
        self.assertIn("part_number", answer["bad"][0]["complaints"][0]["message"])

    def test_one_broken_row_keeps_all_out_or_only_itself(self):
        text = table(row("A"), row("B", price="dear"), row("C", axle="left"))
        answer = self.preview(text, self.MAPPING).json()
        self.assertEqual(
            [(bad["line"], bad["complaints"][0]["column"]) for bad in answer["bad"]],
            [(3, "price"), (4, "axle")],
        )
        self.assert_refused(self.take_in(text), 422, "line 3", "2 rows cannot be read")
        self.assertFalse(Part.objects.filter(part_number="A").exists())
        done = self.take_in(text, good_rows_only=True).json()
        self.assertEqual(done, {"new": 1, "updated": 0, "left_out": 2})

    def test_a_second_import_updates_the_part_and_the_suppliers_price(self):
        self.take_in(table(row(price="100"), row(price="120", supplier="Other")))
        kept = Part.objects.get(part_number="N-1")
        again = self.take_in(table(row(price="90", diameter="31 mm"))).json()
        self.assertEqual((again["new"], again["updated"]), (0, 1))
        fresh = Part.objects.get(part_number="N-1")
        self.assertEqual((fresh.pk, fresh.diameter_m), (kept.pk, 0.031))
        offers = Offer.objects.filter(part=fresh).values_list("supplier__name", "price_cents")
        self.assertEqual(dict(offers), {"Shelf": 9000, "Other": 12000})

    def test_an_import_sent_again_after_a_lost_answer_is_done_once(self):
        key = {"Idempotency-Key": str(uuid4())}
        body = {"text": table(row()), "mapping": self.MAPPING}
        first = self.send("POST", "/racks/import", body, headers=key).json()
        Offer.objects.filter(part__part_number="N-1").update(price_cents=5)
        self.assertEqual(self.send("POST", "/racks/import", body, headers=key).json(), first)
        self.assertEqual(Offer.objects.get(part__part_number="N-1").price_cents, 5)

    def test_what_is_exported_can_be_imported_again_and_changes_nothing(self):
        stock(self.shop, 200)
        before = {part.part_number: part.document for part in Part.objects.filter(shop=self.shop)}
        text = self.client.get("/api/racks/rack.csv").content.decode()
        mapping = {name: name for name in next(csv.reader(io.StringIO(text)))}
        done = self.take_in(text, mapping=mapping).json()
        self.assertEqual((done["new"], done["left_out"]), (0, 0))
        after = {part.part_number: part.document for part in Part.objects.filter(shop=self.shop)}
        self.assertEqual(json.dumps(after, sort_keys=True), json.dumps(before, sort_keys=True))

    def test_two_shops_import_side_by_side(self):
        self.take_in(table(row()))
        body = {"text": table(row(price="55")), "mapping": self.MAPPING}
        self.send("POST", "/racks/import", body, self.as_(self.viewer))
        self.assertEqual(
            Supplier.objects.filter(name="Shelf").count(), 1, "a viewer writes nothing"
        )
        theirs = self.send("POST", "/racks/import", body, self.as_(self.stranger))
        self.assertEqual(theirs.json()["new"], 1)
        ours = Offer.objects.get(part__shop=self.shop, part__part_number="N-1")
        self.assertEqual(ours.price_cents, 10000)

    @tag("long")
    def test_what_a_large_rack_writes_it_takes_again(self):
        (part, *_), supplier = self.bars, Supplier.objects.filter(shop=self.shop).first()
        parts = Part.objects.bulk_create(
            Part(
                shop=self.shop,
                kind=part.kind,
                part_number=f"N-{i}",
                axle=part.axle,
                axle_load_from_kg=part.axle_load_from_kg,
                axle_load_to_kg=part.axle_load_to_kg,
                holes_drilled=part.holes_drilled,
                takes_apart=part.takes_apart,
                document=part.document | {"part_number": f"N-{i}"},
            )
            for i in range(20_000)
        )
        Offer.objects.bulk_create(
            Offer(part=one, supplier=supplier, price_cents=100 + i, stock=1, delivery_days=2)
            for i, one in enumerate(parts)
        )
        # As an import does: what was planned for empty racks takes minutes.
        with connection.cursor() as cursor:
            cursor.execute("ANALYZE racks_part, racks_offer")
        text = self.client.get("/api/racks/rack.csv").content.decode()
        mapping = {name: name for name in next(csv.reader(io.StringIO(text)))}
        again = self.preview(text, mapping).json()
        self.assertEqual((again["bad"], again["new"], again["prices"]), ([], 0, 0))
        self.assertGreater(again["good"], 20_000)

    def test_too_many_rows_are_refused_in_words(self):
        answer = self.preview("kind,part_number\n" + "bar,1\n" * 29_000)
        self.assert_refused(answer, 422, "text", "Read 29000 parts")

    def test_prices_are_a_leads_to_take_in(self):
        fitter = self.as_(person(self.shop, "fitter", Person.Role.FITTER))
        as_it_is = {"text": table(row()), "mapping": self.MAPPING}
        self.assert_refused(
            self.send("POST", "/racks/import", as_it_is, fitter), 403, "role", "1 prices are new"
        )
        self.assertEqual(self.take_in(table(row())).json()["new"], 1)
        seen = self.send("POST", "/racks/preview", {"text": table(row(price="9"))}, fitter)
        self.assertEqual(seen.json()["prices"], 1)
        dearer = {"text": table(row(price="9")), "mapping": self.MAPPING}
        self.assert_refused(self.send("POST", "/racks/import", dearer, fitter), 403, "role")
        # The same prices with another size are nobody's in particular.
        sized = {"text": table(row(diameter="31 mm")), "mapping": self.MAPPING}
        self.assertEqual(self.send("POST", "/racks/import", sized, fitter).status_code, 200)

    def test_an_import_of_many_rows_takes_few_queries(self):
        text = table(*(row(f"N-{i}") for i in range(300)))
        with self.assertNumQueries(15):
            self.take_in(text)
        self.assertEqual(Part.objects.filter(part_number__startswith="N-").count(), 300)
