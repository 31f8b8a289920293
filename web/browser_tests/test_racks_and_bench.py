"""The racks and the bench as a shop uses them between jobs."""

import tempfile
from pathlib import Path

from browser_tests.browser import BrowserTestCase
from racks.models import Offer, Part
from rigs.models import Vehicle
from shops.models import Person

TABLE = """SKU;Brand;kind;supplier;price;axle;min load;max load;od;arm;centre;span
NEW-1;Dabchick Bars;bar;Shelf;199;rear;2000;5000;30 mm;250;1000;740
NEW-2;Dabchick Bars;bar;Shelf;cheap;left;2000;5000;30 mm;250;1000;740
TM-R35-S;Tamarisk Springworks;bar;Shelf;401;rear;5500;8000;1 3/8 in;260;1020;780
"""


class RacksTests(BrowserTestCase):
    at_yard = False

    def open_racks(self, rest: str = "") -> None:
        self.page.goto(f"{self.live_server_url}/racks{rest}")
        self.page.get_by_role("heading", name="Racks").wait_for()
        self.page.locator("tbody tr").first.wait_for()

    def import_table(self, text: str) -> None:
        file = Path(tempfile.mkdtemp()) / "seller.csv"
        file.write_text(text)
        self.page.goto(f"{self.live_server_url}/racks/import")
        self.page.get_by_label("Table of parts").set_input_files(file)
        self.page.get_by_test_id("import-says").wait_for()

    def test_parts_are_found_by_what_matters_and_the_address_keeps_it(self):
        self.open_racks()
        self.page.get_by_role("button", name="Kits").click()
        self.page.get_by_label("Carries").fill("6.98 t")
        self.page.get_by_label("Carries").press("Enter")
        self.page.get_by_label("nothing to drill").check()
        rows = self.page.locator("tbody tr button")
        self.until(lambda: 0 < rows.count() < 10)
        self.page.wait_for_load_state("networkidle")
        names = sorted(rows.all_text_contents())
        self.page.reload()
        self.until(lambda: rows.count() == len(names))
        self.assertEqual(sorted(rows.all_text_contents()), names)
        self.assertTrue(any("TM-KR35-H" in name for name in names))

    def test_a_part_shows_its_shape_its_suppliers_and_its_sellers_claim(self):
        self.open_racks("?find=MF-KR34")
        self.page.get_by_role("button", name="MF-KR34 ").first.click()
        panel = self.page.get_by_role("complementary", name="Part MF-KR34")
        self.wait_for_text(panel, "Harbour Lane Stores")
        panel.get_by_role("link", name="the bench").click()
        self.page.get_by_test_id("claim-says").wait_for()
        self.assertEqual(self.page.get_by_label("Claimed, per cent stiffer").input_value(), "180")

    def test_steels_and_suppliers_have_lists_of_their_own(self):
        self.open_racks()
        self.page.get_by_role("button", name="Steels").click()
        self.page.get_by_text("Steel does not change stiffness").wait_for()
        self.page.get_by_role("button", name="Suppliers").click()
        self.wait_for_text(self.page.get_by_label("Suppliers", exact=True), "Mudlark Supply")

    def test_broken_rows_are_shown_and_the_good_ones_taken_in(self):
        self.import_table(TABLE)
        says = self.page.get_by_test_id("import-says")
        self.assertEqual(says.text_content(), "2 rows can be read, 1 of them new; 1 row cannot.")
        broken = self.page.get_by_role("table", name="Rows that cannot be read")
        self.wait_for_text(broken.locator("tr"), "Read “cheap”")
        self.assertTrue(self.page.get_by_role("button", name="Take in all of it").is_disabled())
        self.page.get_by_role("button", name="Take in 2 rows").click()
        self.page.get_by_text("1 new parts, 1 updated, 1 rows left out.").wait_for()
        self.assertFalse(self.rows(Part).filter(part_number="NEW-2").exists())
        offers = self.rows(Offer).filter(part__part_number="TM-R35-S")
        self.assertIn(40100, set(offers.values_list("price_cents", flat=True)))

    def test_a_heading_is_mapped_by_hand(self):
        self.import_table(TABLE.replace("SKU", "Bestellnummer").replace("cheap", "9").replace(
            "left", "rear"))
        self.wait_for_text(self.page.get_by_test_id("import-says"), "0 rows can be read")
        self.page.get_by_label("Bestellnummer").select_option("part_number")
        self.wait_for_text(self.page.get_by_test_id("import-says"), "3 rows can be read")
        self.page.get_by_role("button", name="Take in all of it").click()
        self.page.get_by_role("heading", name="Racks").wait_for()
        self.until(lambda: self.rows(Part).filter(part_number="NEW-2").exists())

    def test_prices_of_a_table_wait_for_a_lead(self):
        self.sign_in(self.page, "tern")
        self.import_table(TABLE)
        self.page.get_by_text("2 prices are new or changed; a lead takes them in.").wait_for()
        self.assertTrue(self.page.get_by_role("button", name="Take in 2 rows").is_disabled())

    def test_a_viewer_exports_but_does_not_import(self):
        self.sign_in(self.page, "plover")
        self.open_racks()
        self.assertEqual(self.page.get_by_role("link", name="Import CSV").count(), 0)
        with self.page.expect_download() as download:
            self.page.get_by_role("link", name="Export CSV").click()
        self.assertIn("TM-R35-S", download.value.path().read_text())


class BenchTests(BrowserTestCase):
    at_yard = False

    def open_bench(self, rest: str) -> None:
        self.page.goto(f"{self.live_server_url}/bench/{rest}")
        self.page.get_by_role("heading", name="Bench").wait_for()

    def test_what_is_typed_is_answered_and_the_address_can_be_shared(self):
        self.open_bench("bar")
        self.page.get_by_label("Outside diameter").fill("34.9 mm")
        self.page.get_by_label("Bushing span").fill("800 mm")
        rate = self.page.locator("dd", has_text="N/mm").first
        self.wait_for_text(rate, "285")
        other = self.new_page()
        self.sign_in(other)
        other.goto(self.page.url)
        self.wait_for_text(other.locator("dd", has_text="N/mm").first, "285")
        other.context.close()

    def test_a_slip_is_said_in_words_and_mended(self):
        self.expected = ("422",)
        self.open_bench("bore?mass=40+kg")
        self.page.get_by_role("alert").filter(has_text="heavier than a solid").wait_for()
        self.page.get_by_label("Weight").fill("8.9 kg")
        self.wait_for_text(self.page.locator("dd"), "18.1 mm")

    def test_the_link_is_drawn_at_the_angle_that_is_written(self):
        self.open_bench("link?forward=215+mm&up=310+mm")
        arm = self.page.get_by_test_id("arm")
        arm.wait_for()
        x1, y1, x2, y2 = (float(arm.get_attribute(end)) for end in ("x1", "y1", "x2", "y2"))
        self.assertAlmostEqual((y1 - y2) / (x2 - x1), 0.2905, 3)
        self.wait_for_text(self.page.locator("dd"), "16.2°")

    def test_a_sheet_torque_that_breaks_its_bolt_is_a_stop(self):
        self.open_bench("torque?size=M10x1.5")
        self.page.get_by_label("The sheet says").fill("110 N·m")
        self.wait_for_text(self.page.get_by_test_id("sheet-says"), "stretches for good")

    def test_the_ladder_of_a_snapped_bolt_ends_where_the_edge_is(self):
        self.open_bench("snapped?size=M10&edge=30 mm")
        ladder = self.page.get_by_label("Ladder of repair")
        self.wait_for_text(ladder, "Drill 10.4 mm, tap with the insert’s own tap".replace("’", "'"))
        self.page.get_by_label("Middle to the nearest edge").fill("11 mm")
        self.wait_for_text(ladder.locator("li", has_text="Larger tap"), "at the edge")

    def test_four_numbers_say_which_hole_is_level(self):
        self.open_bench("level?bar=400+mm&link=240+mm&hole=590+mm")
        self.wait_for_text(self.page.locator("dd"), "3")
        self.page.get_by_label("First hole above ground").fill("23.62 in")
        self.wait_for_text(self.page.locator("dd"), "10 mm above it")

    def test_drills_come_in_order(self):
        self.open_bench("drill?size=M10")
        self.wait_for_text(self.page.locator("dd"), "8.5 mm")
        self.page.get_by_role("img", name="Drills in order: 3.0 mm").wait_for()

    def test_what_is_no_picture_is_said_to_be_none(self):
        self.open_bench("pictures")
        none = {"name": "ticket.png", "mimeType": "image/png", "buffer": b"state,place,load"}
        self.page.get_by_label("Standing picture", exact=True).set_input_files(none)
        self.page.get_by_text("“ticket.png” is no picture this page can show").wait_for()

    def test_the_lean_is_clicked_off_two_pictures(self):
        picture = Path(__file__).parents[2] / "docs" / "screenshots" / "yard.png"
        self.open_bench("pictures")
        for title in ("Standing", "Leaning"):
            self.page.get_by_label(f"{title} picture", exact=True).set_input_files(picture)
            drawn = self.page.get_by_role("img", name=f"{title} picture with its lines")
            drawn.wait_for()
            box = drawn.bounding_box()
            rise = 0.0 if title == "Standing" else 0.1 * box["width"]
            for x, y in ((0.1, 200), (0.9, 200 - rise), (0.1, 250), (0.9, 250)):
                drawn.click(position={"x": x * box["width"], "y": y})
        lean = self.page.locator("dd")
        self.wait_for_text(lean, "±")
        # A tenth over eight tenths of the width; clicks fall on whole pixels.
        self.assertAlmostEqual(float(lean.text_content().split("°")[0]), 7.125, delta=0.1)

    def test_it_is_reached_and_printed_from_every_page(self):
        self.page.goto(self.live_server_url)
        self.page.get_by_role("link", name="Bench").click()
        self.page.get_by_role("heading", name="Bar rate").wait_for()
        self.page.emulate_media(media="print")
        self.assertFalse(self.page.get_by_role("button", name="Print").is_visible())
        self.assertTrue(self.page.get_by_role("heading", name="Bar rate").is_visible())


class ShopTests(BrowserTestCase):
    at_yard = False

    def test_ways_and_money_are_chosen_in_one_place_and_bear_on_the_job(self):
        self.page.goto(f"{self.live_server_url}/shop")
        self.page.get_by_label("Currency").select_option("CAD")
        self.page.locator("[data-place=\"schools.hang\"]").select_option("links")
        labour = self.page.get_by_label("An hour of labour")
        labour.fill("112.50")
        labour.press("Tab")
        self.until(lambda: self.shop.labour_cents_an_hour == 11250)
        self.open_job("Orrery", "fit?sheet=bolts")
        ways = self.page.get_by_role("list", name="Our ways come to")
        self.wait_for_text(ways.get_by_role("listitem"), "hang the bar by its links")
        self.open_job("Orrery", "choose?sheet=ranking")
        self.wait_for_text(self.page.locator("td.figure"), "$")

    def test_everybody_sees_numbers_in_their_own_units(self):
        page = self.new_page()
        self.sign_in(page, "tern")
        page.goto(f"{self.live_server_url}/shop")
        page.get_by_label("Mine").select_option("inch")
        self.until(lambda: Person.objects.get(username="tern").units == "inch")
        self.open_job("Orrery", "weigh", page)
        self.wait_for_text(self.place("wheelbase_m", page), "in")
        self.enter("wheelbase_m", "208", page=page)
        vehicle = self.job("Orrery").vehicle
        self.until(lambda: "208 in" in str(self.rows(Vehicle).get(pk=vehicle.pk).sheet["wheelbase_m"]))
        page.get_by_text(" lb").first.wait_for()
        self.open_job("Orrery", "choose", page)
        self.wait_for_text(page.locator("main"), "mph")
        self.open_job("Orrery", "choose")
        self.wait_for_text(self.page.locator("main"), "km/h")
        page.context.close()

    def test_a_way_of_the_job_orders_its_plan_at_once(self):
        self.open_job("Orrery", "choose?sheet=decide")
        steps = self.page.get_by_role("listitem").filter(has_text="swings past centre")
        steps.first.wait_for()
        self.page.locator('[data-place="fitting.schools.first"]').select_option("springs")
        self.until(lambda: "helper springs" in (steps.first.text_content() or ""))

    def test_a_fitter_sees_the_ways_and_changes_none(self):
        page = self.new_page()
        self.sign_in(page, "tern")
        page.goto(f"{self.live_server_url}/shop")
        page.get_by_text("Only a lead changes what the shop keeps to.").wait_for()
        self.assertTrue(page.get_by_label("Currency").is_disabled())
