"""Build at the desk: the plan of the planetarium from its decision to its job sheet."""

import io
from datetime import date, timedelta

from pypdf import PdfReader

from browser_tests.browser import BrowserTestCase
from jobs.models import Job, PlanLook
from photos.tests.test_photos import picture
from racks.models import Part


class BuildTests(BrowserTestCase):
    at_yard = False

    def open_build(self, name="Orrery", rest=""):
        return self.open_job(name, f"build{rest}")

    def step(self, key):
        return self.page.locator(f'[data-step="{key}"]')

    def test_the_plan_is_looked_through_changed_and_printed(self):
        job = self.open_build()
        self.page.get_by_role("button", name="I have looked it through").click()
        self.page.get_by_text("looked it through as it is").wait_for()
        self.assertEqual(self.rows(PlanLook).filter(job=job).count(), 1)

        self.step("rear.photo").click()
        detail = self.page.get_by_label("Step in hand")
        self.wait_for_text(detail, "Photograph what is handed")
        self.assertEqual(self.page.get_by_test_id("step-spot").count(), 2)
        self.page.get_by_text("Change this step").click()
        self.assertTrue(self.page.get_by_role("button", name="Leave it out").is_disabled())
        self.page.get_by_label("Why; it stays with the plan").fill("owner watched")
        self.page.get_by_role("button", name="Leave it out").click()
        self.until(lambda: self.step("rear.photo").count() == 0)
        self.wait_for_text(self.page.get_by_test_id("plan-looked"), "gone: Photograph what is")

        self.page.get_by_role("button", name="Undo").first.click()
        self.step("rear.photo").wait_for()
        self.page.get_by_text("looked it through as it is").wait_for()

        sheet = self.page.request.get(f"{self.live_server_url}/api/jobs/{job.pk}/job-sheet.pdf")
        text = "".join(page.extract_text() for page in PdfReader(io.BytesIO(sheet.body())).pages)
        self.assertIn("Lay out first", text)
        self.assertIn("Brackets on: every bolt started by hand", " ".join(text.split()))

    def test_an_order_that_precedence_forbids_is_refused_with_the_reason(self):
        self.expected = ("422",)
        self.open_build()
        self.step("rear.bar.in").click()
        self.page.get_by_text("Change this step").click()
        self.page.get_by_label("Why; it stays with the plan").fill("why not")
        self.page.get_by_label("Only after").select_option("rear.settle")
        self.page.get_by_role("button", name="Move it there").click()
        self.page.get_by_text("These wait for each other").first.wait_for()

    def test_a_step_of_ones_own_stands_after_the_one_in_hand(self):
        self.open_build()
        self.step("rear.seats").click()
        self.page.get_by_text("Add a step of your own").click()
        self.page.get_by_label("What is done").fill("Wash the arch")
        self.page.get_by_label("Why", exact=True).fill("mud")
        self.page.get_by_role("button", name="Add it", exact=True).click()
        self.wait_for_text(self.step("own.1"), "Wash the arch")

    def test_the_quote_says_what_widens_it_and_the_order_what_is_consumed(self):
        self.open_build(rest="?sheet=quote")
        self.page.get_by_role("img", name="Hours: ").wait_for()
        self.wait_for_text(self.page.get_by_role("listitem"), "M12 bolts")
        self.open_build(rest="?sheet=order")
        self.wait_for_text(self.page.locator("tr"), "Tamarisk Springworks TM-KR35-H")

    def test_an_order_is_followed_until_all_of_it_is_here(self):
        job = self.open_build(rest="?sheet=order")
        waits = self.page.get_by_test_id("order-waits")
        self.wait_for_text(waits, "nobody has said when")
        bar = self.page.locator("tr", has_text="TM-KR35-H").first
        bar.get_by_role("checkbox").check()
        hand = self.page.get_by_label("Lines in hand")
        # Whom it comes from and by when, until somebody says otherwise.
        self.assertEqual(hand.get_by_label("From").input_value(), "Mudlark Supply")
        self.assertEqual(
            hand.get_by_label("Comes on").input_value(), str(date.today() + timedelta(days=5))
        )
        for everything in self.page.get_by_label("All ").all():
            everything.check()
        hand.get_by_label("Comes on").fill("2031-03-04")
        hand.get_by_label("Number of the order").fill("A-17")
        hand.get_by_role("button", name="Ordered", exact=True).click()
        self.wait_for_text(waits, "the last comes on Tue 4 Mar")
        self.assertEqual(str(self.rows(Job).get(pk=job.pk).parts_on), "2031-03-04")

        bar.get_by_role("checkbox").check()
        hand.get_by_role("link", name="Check it as it arrives").wait_for()
        hand.get_by_role("button", name="Arrived").click()
        self.wait_for_text(bar, "arrived")
        bar.get_by_role("checkbox").check()
        hand.get_by_label("What was measured").fill("33 mm, ordered 35; told the counter")
        hand.get_by_role("button", name="Wrong").click()
        self.wait_for_text(bar, "wrong")
        bar.get_by_role("checkbox").check()
        self.wait_for_text(hand, "33 mm, ordered 35; told the counter")
        hand.get_by_label("Photo of the part that came wrong").set_input_files(
            {"name": "bar.jpg", "mimeType": "image/jpeg", "buffer": picture((60, 40))}
        )
        hand.get_by_alt_text("part that came wrong, taken by").wait_for()
        paper = self.page.get_by_role("link", name="Purchase order, CSV").first
        address = f"{self.live_server_url}{paper.get_attribute('href')}"
        self.assertIn("supplier", self.page.request.get(address).text())

    def agreed(self):
        return self.page.get_by_label("What the owner agreed to")

    def test_the_owner_s_word_is_kept_with_what_was_shown(self):
        self.open_build(rest="?sheet=quote")
        self.agreed().get_by_text("The owner said so").click()
        self.agreed().get_by_label("Who agreed").fill("Ida Marsh")
        self.agreed().get_by_label("How").select_option("by phone")
        self.agreed().get_by_role("button", name="The owner agreed").click()
        self.wait_for_text(self.agreed(), "Ida Marsh agreed by phone to go up to ")
        self.agreed().get_by_text("As it was shown").click()
        self.wait_for_text(self.agreed(), "Tamarisk Springworks TM-KR35-H: chosen for the rear")

    def test_an_owner_agrees_by_link_on_a_phone_and_the_shop_sees_it(self):
        self.open_build(rest="?sheet=quote")
        self.agreed().get_by_role("button", name="Make a link for the owner").click()
        address = self.page.get_by_test_id("quote-address").get_attribute("href")
        phone = self.new_page()
        phone.set_viewport_size({"width": 390, "height": 844})
        phone.goto(f"{self.live_server_url}{address}")
        phone.get_by_role("heading", name="Quote for Orrery").wait_for()
        self.assertLessEqual(phone.evaluate("document.body.scrollWidth"), 390)
        phone.get_by_label("I would rather talk first").fill("Which day?")
        phone.get_by_role("button", name="Send the question").click()
        phone.get_by_text("Your question is with the workshop").wait_for()
        self.wait_for_text(self.agreed(), "The owner asks: “Which day?”")
        phone.get_by_label("Your name").fill("Ida Marsh")
        phone.get_by_role("button", name="I agree, up to").click()
        phone.get_by_text("Ida Marsh agreed on").wait_for()
        self.wait_for_text(self.agreed(), "Ida Marsh agreed by link to go up to ")
        phone.context.close()

    def test_an_owner_signs_on_the_tablet(self):
        job = self.open_build(rest="?sheet=quote")
        self.agreed().get_by_role("button", name="Sign on this tablet").click()
        sheet = self.page.get_by_role("dialog", name="Quote")
        sheet.get_by_label("Name").fill("Ida Marsh")
        self.assertTrue(sheet.get_by_role("button", name="Sign", exact=True).is_disabled())
        sheet.get_by_label("Sign here").scroll_into_view_if_needed()
        box = sheet.get_by_label("Sign here").bounding_box()
        self.page.mouse.move(box["x"] + 30, box["y"] + 60)
        self.page.mouse.down()
        self.page.mouse.move(box["x"] + 200, box["y"] + 20, steps=4)
        self.page.mouse.up()
        sheet.get_by_role("button", name="Sign", exact=True).click()
        self.agreed().get_by_label("Signature of Ida Marsh").wait_for()
        self.assertGreater(len(job.agreements.get().signature[0]), 3)

    def test_a_rusty_vehicle_s_quote_says_its_bolts_widen_it(self):
        self.open_build("Skerry", "?sheet=quote")
        self.wait_for_text(self.page.get_by_role("listitem"), "two M10 bolts, heavy rust")
        self.wait_for_text(self.page.get_by_role("listitem"), "workshop practice; none of our own")

    def test_what_a_job_taught_of_a_kit_stands_in_the_next_plan_with_it(self):
        self.open_build(rest="?step=rear.brackets.on")
        detail = self.page.get_by_label("Step in hand")
        detail.get_by_text("Remember it with the kit").click()
        detail.get_by_label("What went otherwise").fill("left bracket fouls the brake pipe clip")
        detail.get_by_label("It took, minutes").fill("96")
        detail.get_by_role("button", name="Remember it", exact=True).click()
        self.wait_for_text(detail, "Last time: left bracket fouls the brake pipe clip")
        self.wait_for_text(detail, "1.6 h usually")
        kit = self.rows(Part).get(part_number="TM-KR35-H")
        self.page.goto(f"{self.live_server_url}/racks?list=sheets&sheet={kit.pk}")
        snags = self.page.get_by_role("list", name="Snags")
        self.wait_for_text(snags, "left bracket fouls the brake pipe clip")

    def test_a_short_job_has_a_small_plan(self):
        self.open_build("Crumb Line")
        self.page.get_by_label("Steps of the plan").wait_for()
        self.assertGreater(self.page.locator("[data-step]").count(), 5)
        for key in ("bar.in", "brackets.on", "drill.left", "photo"):
            self.assertEqual(self.page.locator(f'[data-step$="{key}"]').count(), 0)

    def test_nothing_chosen_is_said(self):
        self.expected = ("422",)
        bittern = self.job("Bittern")
        self.page.goto(f"{self.live_server_url}/jobs/{bittern.pk}/build")
        self.page.get_by_text("Nothing is chosen at either axle").wait_for()
