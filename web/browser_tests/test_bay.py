"""Under the vehicle: one step at a time by a pedal, torque, a snapped bolt, and no network."""

from bay.models import StepAnswer, TorqueRow, TorqueWrench
from browser_tests.browser import BrowserTestCase
from browser_tests.fitter import Fitter
from jobs.models import Job, Snapped
from photos.models import Photo
from photos.tests.test_photos import picture


class BayTests(BrowserTestCase):
    def go_under(self, name, step="", page=None):
        page = page or self.page
        job = Job.objects.get(vehicle__name__startswith=name)
        page.goto(f"{self.live_server_url}/bay/{job.pk}{step}")
        page.get_by_role("heading", level=1).wait_for()
        return job

    def says(self, words, page=None):
        self.wait_for_text((page or self.page).get_by_role("heading", level=1), words)

    def take_photo(self):
        self.page.get_by_label("Photo of this step").set_input_files(
            {"name": "x.jpg", "mimeType": "image/jpeg", "buffer": picture((60, 40))}
        )

    def fill_in(self, label, said):
        self.page.get_by_label(label).fill(said)
        self.page.keyboard.press("Enter")

    def do_all_but(self, job, *left):
        """Do every step of a plan but some, as the database has them."""
        answers = self.page.request.get(f"{self.live_server_url}/api/jobs/{job.pk}/bay").json()
        for step in answers["steps"]:
            if step["key"] in left:
                continue
            for kind in step["records"]:
                if kind == "photo":
                    Photo.objects.create(
                        job=job,
                        place=f"step.{step['key']}",
                        file="x.jpg",
                        width=1,
                        height=1,
                        person=job.shop.people.first(),
                    )
                elif kind != "torque":
                    StepAnswer.objects.create(
                        job=job, step=step["key"], kind=kind, person=job.shop.people.first()
                    )

    def test_the_whole_build_is_done_by_a_pedal_a_number_pad_and_a_camera(self):
        job = self.go_under("Hive")
        self.assertEqual(self.page.evaluate("document.documentElement.dataset.theme"), "bay")
        bay = self.page.request.get(f"{self.live_server_url}/api/jobs/{job.pk}/bay").json()
        wrench = TorqueWrench.objects.get(name="Wrench 3")
        fitter = Fitter(self, self.page, bay, wrench.pk)
        for step in bay["steps"]:
            fitter.says(step["what"])
            fitter.do(step)
        self.page.get_by_text("20 of 20 done").wait_for()
        self.until(lambda: StepAnswer.objects.filter(job=job).count() == 13)
        self.assertEqual(TorqueRow.objects.filter(job=job, judged="passes").count(), 8)

    def test_a_reading_out_of_range_stays_and_another_stands_in_for_it(self):
        job = self.go_under("Hive")
        self.do_all_but(job, "rear.torque", "rear.air.in", "all.clearance", "all.tidy")
        self.go_under("Hive")
        self.says("Tighten saddle")
        due = TorqueWrench.objects.get(name="Wrench 5")
        self.expected = ("422",)
        self.page.get_by_label("Read by").select_option(str(due.pk))
        self.fill_in("Bolt 1 reads", "45")
        self.page.get_by_text("was due for calibration on").wait_for()
        self.page.get_by_role("button", name="Let mine go").click()
        self.page.get_by_label("Read by").select_option(label=self.good_wrench())
        self.fill_in("Bolt 1 reads", "60")
        self.page.get_by_text("Bolt 1 was read 60").wait_for()
        self.fill_in("Bolt 1 reads", "45.2")
        self.page.get_by_label("Bolt 3 reads").wait_for()
        log = self.page.get_by_role("list", name="Torque log")
        self.wait_for_text(log.locator(".line-through"), "Bolt 1: 60 N·m")
        rows = TorqueRow.objects.filter(job=job).order_by("pk")
        self.assertEqual([row.judged for row in rows], ["high", "passes"])

    def good_wrench(self):
        options = self.page.get_by_label("Read by").locator("option").all_text_contents()
        return next(text for text in options if text.startswith("Wrench 3"))

    def test_without_a_network_the_work_goes_on_and_is_sent_once_in_order(self):
        job = self.go_under("Hive")
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to fetch")
        self.page.context.set_offline(True)
        self.page.keyboard.press("PageDown")
        self.fill_in("Measured, with its unit", "242 mm")
        self.says("Level ground")
        self.page.keyboard.press("PageDown")
        self.fill_in("Measured, with its unit", "2.8 bar, both")
        self.page.get_by_text("4 of 20 done").wait_for()
        self.page.get_by_text("4 kept here, not sent").wait_for()
        self.assertEqual(StepAnswer.objects.filter(job=job).count(), 0)
        self.page.context.set_offline(False)
        self.until(lambda: StepAnswer.objects.filter(job=job).count() == 4)
        self.page.get_by_text("Saved").wait_for()
        steps = list(
            StepAnswer.objects.filter(job=job).order_by("pk").values_list("step", flat=True)
        )
        self.assertEqual(steps, ["rear.bushings", "rear.links.made", "all.secure", "rear.air.out"])

    def test_a_snapped_bolt_has_its_ways_out_and_is_a_step_of_the_plan(self):
        job = self.go_under("Skerry", "?step=front.link.left.off")
        self.page.get_by_role("button", name="Trouble").click()
        self.page.get_by_role("button", name="A bolt snapped").click()
        form = self.page.get_by_role("form", name="The bolt that snapped")
        form.get_by_label("Wall that holds").fill("10")
        form.get_by_label("Its middle to").fill("25")
        form.get_by_role("button", name="Show the ways out").click()
        ways = self.page.get_by_label("Ways out for")
        self.wait_for_text(ways, "extract")
        ways.get_by_role("button", name="This one did not hold").click()
        self.wait_for_text(ways, "did not hold")
        self.until(lambda: Snapped.objects.get(job=job).tried == ["extract"])
        self.page.get_by_role("button", name="Back to the step").click()
        self.go_under("Skerry", "?step=front.link.left.off.snapped.0")
        self.says("tap")

    def test_two_fitters_do_no_step_twice(self):
        job = self.go_under("Hive")
        other = self.new_page()
        self.sign_in(other, "tern")
        self.go_under("Hive", page=other)
        other.keyboard.press("PageDown")
        self.until(lambda: StepAnswer.objects.filter(job=job).count() == 1)
        # Within two seconds or so the first one sees it done, by whom, and goes on.
        self.says("Press bushings into the links")
        self.page.keyboard.press("PageUp")
        self.page.get_by_text("Tern Oakes did it").wait_for()
        self.page.get_by_role("button", name="It was not done after all").click()
        self.page.get_by_role("button", name="Done, next").wait_for()
        # The other one sees that, too.
        other.get_by_text("0 of 20 done").wait_for()
        other.context.close()

    def test_it_is_read_on_a_small_phone_and_on_a_tablet_either_way(self):
        for width, height in ((360, 640), (820, 1180), (1180, 820)):
            self.page.set_viewport_size({"width": width, "height": height})
            self.go_under("Hive")
            for name in ("Done, next", "Trouble", "Back", "Read aloud"):
                box = self.page.get_by_role("button", name=name).bounding_box()
                self.assertGreaterEqual(box["height"], 56, name)
                self.assertLessEqual(box["x"] + box["width"], width, name)
            self.assertLessEqual(self.page.evaluate("document.body.scrollWidth"), width)
