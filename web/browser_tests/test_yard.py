from browser_tests.browser import BrowserTestCase
from jobs.models import Job
from shops.models import Person, Shop


class YardTests(BrowserTestCase):
    def test_the_yard_shows_each_job_and_what_stops_it_and_finds_by_name(self):
        rows = self.page.get_by_role("list", name="Jobs").get_by_role("listitem")
        self.until(lambda: rows.count() == 14)
        self.wait_for_text(rows, "Stop. The rear axle is over its rating when at maximum.")
        self.wait_for_text(rows, "Not yet: Every part of the list is looked at.")
        self.page.get_by_label("Find a job").fill("hive")
        self.until(lambda: rows.count() == 1)
        self.page.get_by_label("Find a job").fill("zeppelin")
        self.page.get_by_text("No job by that name, owner or number.").wait_for()

    def test_another_shop_sees_an_empty_yard_and_nothing_of_this_one(self):
        self.expected = ("404",)
        shop = Shop.objects.create(name="Elsewhere")
        Person.objects.create_user("wader", password="another-pass-phrase", shop=shop, role="lead")
        page = self.new_page()
        self.sign_in_by_hand(page, "wader", "another-pass-phrase")
        page.get_by_text("No vehicle in the yard yet").wait_for()
        page.goto(f"{self.live_server_url}/jobs/1/choose")
        page.get_by_text("There is no such record in your shop.").wait_for()
        page.context.close()

    def test_a_wrong_password_is_said_and_the_right_one_still_opens(self):
        self.expected = ("401",)
        page = self.new_page()
        page.goto(self.live_server_url)
        page.get_by_label("Name").fill("wren")
        page.get_by_label("Password").fill("shortcauseway")
        page.get_by_role("button", name="Sign in").click()
        self.wait_for_text(page.get_by_role("alert"), "do not match")
        page.context.close()

    def test_a_job_is_renamed_archived_and_taken_back(self):
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_label("What the shop calls the vehicle").fill("Orrery, on the road")
        self.page.get_by_role("button", name="Keep it").click()
        self.page.get_by_role("heading", name="Orrery, on the road").wait_for()
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_role("button", name="Archive the job").click()
        self.page.get_by_text("This job is archived").wait_for()
        self.page.goto(self.live_server_url)
        self.page.get_by_role("link", name="Archived jobs").click()
        self.page.get_by_role("link", name="Orrery, on the road").wait_for()
        job.refresh_from_db()
        self.assertEqual(job.shelf, "archived")

    def test_a_job_is_deleted_and_put_back(self):
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_role("button", name="Delete the job").click()
        self.page.get_by_text("This job is deleted").wait_for()
        self.page.get_by_role("button", name="Back into the yard").click()
        self.page.get_by_text("This job is deleted").wait_for(state="detached")
        job.refresh_from_db()
        self.assertEqual(job.shelf, "yard")

    def test_a_copy_is_another_vehicle(self):
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="This job").click()
        self.page.get_by_role("textbox", name="A copy").fill("Orrery, the second")
        self.page.get_by_role("button", name="Copy it").dblclick()
        self.page.get_by_role("heading", name="Orrery, the second").wait_for()
        copies = self.rows(Job).filter(vehicle__name="Orrery, the second")
        self.page.wait_for_timeout(300)
        self.assertEqual(copies.count(), 1)
        self.assertEqual(copies.get().vehicle.sheet, job.vehicle.sheet)

    def test_the_yard_is_sorted_and_filtered(self):
        rows = self.page.get_by_role("list", name="Jobs").get_by_role("link")
        rows.first.wait_for()
        self.page.get_by_label("First").select_option("name")
        self.until(
            lambda: (names := [text.split("\n")[0] for text in rows.all_inner_texts()])
            and names == sorted(names)
        )
        self.page.get_by_label("At").select_option("look")
        self.wait_for_text(rows, "Bittern")
        self.until(lambda: "Orrery" not in " ".join(rows.all_inner_texts()))

    def test_a_form_that_was_left_is_kept_and_every_bad_field_is_named(self):
        self.expected = ("422",)
        self.page.get_by_role("link", name="Take in a vehicle").click()
        self.page.get_by_label("What the shop calls it").fill("Bakery van")
        self.page.get_by_label("Front axle load").fill("heavy")
        self.page.get_by_label("Wheelbase").fill("long")
        self.page.get_by_role("button", name="Back to the yard").click()
        self.page.get_by_role("link", name="Take in a vehicle").click()
        self.assertEqual(self.page.get_by_label("Front axle load").input_value(), "heavy")
        self.page.get_by_role("button", name="Open the job").click()
        said = self.page.get_by_role("alert")
        self.wait_for_text(said, "Could not read “heavy”")
        self.wait_for_text(said, "Could not read “long”")

    def test_two_weights_and_a_caliper_answer_before_there_is_a_job(self):
        self.page.goto(f"{self.live_server_url}/bench/two")
        lean = self.page.get_by_test_id("first-lean")
        lean.wait_for()
        solid = lean.text_content()
        self.page.get_by_label("Rear bar").select_option("no bar there")
        self.until(lambda: lean.text_content() != solid)
        self.page.get_by_role("button", name="Take this vehicle in").click()
        self.assertEqual(self.page.get_by_label("Front axle load").input_value(), "3000 kg")
        front, rear = (self.page.locator(f'label:has-text("{end} bar") select')
                       for end in ("Front", "Rear"))
        self.assertEqual(rear.input_value(), "no bar there")
        self.assertTrue(self.page.get_by_label("Caliper on the rear bar").is_disabled())
        front.select_option("hollow")
        self.page.get_by_label("Caliper on the front bar").fill('1 1/4"')
        self.page.get_by_text("Sets worth a look").wait_for()
        self.page.get_by_label("What the shop calls it").fill("Ferry tender")
        self.page.get_by_role("button", name="Open the job").click()
        self.page.get_by_role("navigation", name="Stations").wait_for()
        sheet = self.rows(Job).get(vehicle__name="Ferry tender").vehicle.sheet
        self.assertIsNone(sheet["rear"]["standard_bar"])
        bar = sheet["front"]["standard_bar"]["bar"]
        self.assertEqual((bar["outside_diameter_m"]["typed"], bar["bore_m"]["known"]),
                         ('1 1/4"', "estimated"))

    def test_an_owner_is_written_down_and_the_vehicle_found_by_them(self):
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="This job").click()
        for label, typed in (("Owner", "Ada Marsh"), ("Phone", "+00 1234"), ("Registration", "SG-114")):
            self.page.get_by_label(label, exact=True).fill(typed)
        pdf = {"name": "build sheet.pdf", "mimeType": "application/pdf", "buffer": b"%PDF-1.4 %%EOF"}
        self.page.get_by_label("Paper of the vehicle").set_input_files(pdf)
        self.page.get_by_role("link", name="build sheet.pdf").wait_for()
        self.page.get_by_role("button", name="Keep it").click()
        self.page.get_by_role("dialog").wait_for(state="detached")
        job.vehicle.refresh_from_db()
        self.assertEqual(job.vehicle.owner.name, "Ada Marsh")
        self.page.keyboard.press("/")
        self.page.get_by_role("dialog").get_by_role("textbox").fill("marsh")
        self.page.get_by_role("dialog").get_by_text("Ada Marsh").wait_for()

    def test_an_empty_shop_is_led_by_the_hand_to_a_practice_vehicle(self):
        self.rows(Job).update(shelf="archived")
        self.page.reload()
        self.page.get_by_role("button", name="Load the practice vehicle").click()
        self.page.get_by_role("navigation", name="Stations").wait_for()
        sheet = self.rows(Job).get(vehicle__name="Practice vehicle").vehicle.sheet
        self.assertTrue(sheet["rear"]["track_m"]["simulated"])
        self.page.keyboard.press("2")
        self.page.get_by_role("button", name="What is Drawings for?").click()
        self.page.get_by_text("Press a number, type it with its unit").wait_for()

    def test_a_double_press_opens_one_second_job(self):
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="This job").click()
        opens = self.page.get_by_role("button", name="Open it")
        opens.dblclick()
        self.page.get_by_text("re-check").first.wait_for()
        self.until(lambda: job.vehicle.jobs.count() == 2)
        self.page.wait_for_timeout(500)
        self.assertEqual(job.vehicle.jobs.count(), 2)
