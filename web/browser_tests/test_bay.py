"""Under the vehicle: one step at a time by a pedal, torque, a snapped bolt, and no network."""

import re

from bay.models import StepAnswer, TorqueRow, TorqueWrench
from browser_tests.browser import BrowserTestCase
from browser_tests.fitter import Fitter
from jobs.models import Agreement, Job, Snapped
from photos.models import Photo

#: What a glove would press and is lower than 56 px, or sticks out.
TOO_SMALL = """() => [...document.querySelectorAll(
  'main button, main select, main summary, main a, main input:not(.sr-only):not([type=checkbox])'
)].filter((one) => {
  const box = one.getBoundingClientRect();
  return box.width > 0 && !one.closest('[role=status]') && (box.height < 55.5 || box.right > innerWidth + 1);
}).map((one) => one.outerHTML.slice(0, 100))"""


class BayTests(BrowserTestCase):
    at_yard = False

    def go_under(self, name, step="", page=None):
        page = page or self.page
        job = self.job(name)
        page.goto(f"{self.live_server_url}/bay/{job.pk}{step}")
        page.get_by_role("heading", level=1).wait_for()
        return job

    @property
    def fitter(self):
        return Fitter(self, self.page)

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
        wrench = self.rows(TorqueWrench).get(name="Wrench 3")
        fitter = Fitter(self, self.page, bay, wrench.pk)
        for step in bay["steps"]:
            fitter.says(step["what"])
            fitter.do(step)
        self.page.get_by_text("20 of 20 done").wait_for()
        self.until(lambda: self.rows(StepAnswer).filter(job=job).count() == 13)
        self.assertEqual(self.rows(TorqueRow).filter(job=job, judged="passes").count(), 8)

    def test_a_reading_out_of_range_stays_and_another_stands_in_for_it(self):
        job = self.go_under("Hive")
        self.do_all_but(job, "rear.torque", "rear.air.in", "all.clearance", "all.tidy")
        self.go_under("Hive")
        self.fitter.says("Tighten saddle")
        due = self.rows(TorqueWrench).get(name="Wrench 5")
        self.expected = ("422",)
        self.page.get_by_label("Read by").select_option(str(due.pk))
        self.fitter.fill_in("Bolt 1 reads", "45")
        self.page.get_by_text("was due for calibration on").wait_for()
        self.page.get_by_role("button", name="Let mine go").click()
        self.page.get_by_label("Read by").select_option(label=self.good_wrench())
        self.fitter.fill_in("Bolt 1 reads", "60")
        self.page.get_by_text("Bolt 1 was read 60").wait_for()
        self.fitter.fill_in("Bolt 1 reads", "45.2")
        self.page.get_by_label("Bolt 3 reads").wait_for()
        log = self.page.get_by_role("list", name="Torque log")
        self.wait_for_text(log.locator(".line-through"), "Bolt 1: 60 N·m")
        rows = self.rows(TorqueRow).filter(job=job).order_by("pk")
        self.assertEqual([row.judged for row in rows], ["high", "passes"])

    def good_wrench(self):
        options = self.page.get_by_label("Read by").locator("option").all_text_contents()
        return next(text for text in options if text.startswith("Wrench 3"))

    def test_without_a_network_the_work_goes_on_and_is_sent_once_in_order(self):
        job = self.go_under("Hive")
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to fetch")
        self.page.context.set_offline(True)
        self.page.keyboard.press("PageDown")
        self.fitter.fill_in("Measured, with its unit", "242 mm")
        self.fitter.says("Level ground")
        self.page.keyboard.press("PageDown")
        self.fitter.fill_in("Measured, with its unit", "2.8 bar, both")
        self.page.get_by_text("4 of 20 done").wait_for()
        self.page.get_by_text("4 kept here, not sent").wait_for()
        self.assertEqual(self.rows(StepAnswer).filter(job=job).count(), 0)
        self.page.context.set_offline(False)
        self.until(lambda: self.rows(StepAnswer).filter(job=job).count() == 4)
        self.page.get_by_text("Saved").wait_for()
        steps = list(
            self.rows(StepAnswer).filter(job=job).order_by("pk").values_list("step", flat=True)
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
        self.until(lambda: self.rows(Snapped).get(job=job).tried == ["extract"])
        self.page.get_by_role("button", name="Back to the step").click()
        self.go_under("Skerry", "?step=front.link.left.off.snapped.0")
        self.fitter.says("tap")

    def test_a_bolt_that_snaps_without_a_network_is_kept_and_has_its_ways_out_later(self):
        job = self.go_under("Skerry", "?step=front.link.left.off")
        self.expected = ("ERR_INTERNET_DISCONNECTED", "Failed to fetch")
        self.page.context.set_offline(True)
        self.trouble("A bolt snapped")
        form = self.page.get_by_role("form", name="The bolt that snapped")
        form.get_by_label("Wall that holds").fill("10")
        form.get_by_label("Its middle to").fill("25")
        form.get_by_role("button", name="Show the ways out").click()
        self.page.get_by_text("Kept here, not sent yet").wait_for()
        self.page.context.set_offline(False)
        self.wait_for_text(self.page.get_by_label("Ways out for"), "extract")
        self.assertEqual(self.rows(Snapped).filter(job=job).count(), 1)
        # The plan it works by has changed, and says so.
        self.page.get_by_text("The plan changed.").wait_for()
        self.page.get_by_role("button", name="Seen").click()

    def trouble(self, what):
        self.page.get_by_role("button", name="Trouble").click()
        self.page.get_by_role("button", name=what).click()

    def test_a_seized_bolt_is_freed_first_and_a_flame_stays_away_from_a_tank(self):
        job = self.go_under("Skerry", "?step=front.link.left.off")
        self.trouble("A bolt is seized")
        self.page.get_by_label("tank").check()
        self.page.get_by_role("button", name="Show the ways to free it").click()
        ways = self.page.get_by_label("Ways to free")
        self.wait_for_text(ways, "No flame here: tank near.")
        ways.get_by_role("button", name="This one did not free it").click()
        self.wait_for_text(ways, "did not free it")
        self.page.get_by_role("button", name="Back to the step").click()
        self.page.get_by_text("is seized, next: work it back and forth").wait_for()
        self.assertEqual(job.troubles.get().facts["tried"], ["soak"])

    def test_what_does_not_fit_goes_to_fit_and_what_is_found_to_look(self):
        job = self.go_under("Hive")
        self.trouble("It does not fit")
        self.page.get_by_label("Measured").select_option("rear.left.link_m")
        self.page.get_by_label("It needs, mm").fill("251")
        self.page.get_by_label("What does not fit, and").fill("arm meets the shock")
        self.page.get_by_role("button", name="Send it to Fit").click()
        self.until(lambda: job.troubles.count() == 1)
        self.page.get_by_role("button", name="Something else found").click()
        self.page.get_by_label(re.compile("^Part")).select_option("rear_shock_left")
        self.page.get_by_label("What is wrong").select_option("bent")
        self.page.get_by_label("How it is").select_option("stop")
        self.page.get_by_role("button", name="Add it to the look-over").click()
        self.page.get_by_label("Stops").get_by_text("rated stop").wait_for()
        self.rows(Job).filter(pk=job.pk).update(station="build")
        self.page.goto(f"{self.live_server_url}/jobs/{job.pk}/fit?sheet=links")
        told = self.page.get_by_label("From the bay")
        self.wait_for_text(told, "Rear left link, eye to eye: 251 mm. arm meets the shock")
        told.get_by_role("button", name="Seen").click()
        told.wait_for(state="detached")
        self.page.goto(f"{self.live_server_url}/jobs/{job.pk}/look")
        self.wait_for_text(self.page.get_by_label("From the bay"), "stop, bent")

    def test_an_axle_is_settled_live_and_holds_only_with_both_sides_alike(self):
        job = self.go_under("Hive")
        self.do_all_but(job, "rear.settle", *(step for step in self.keys(job) if "torque" in step))
        bay = self.go_under("Hive") and self.read(job)
        self.fitter.says("Weight on the wheels")
        fitter = Fitter(self, self.page, bay)
        planned = bay["settling"]["rear"]["tape"]["planned"]["left"]["link_m"] * 1e3
        self.page.get_by_label("Left link, eye to eye").fill(f"{planned + 8:.1f}")
        self.page.get_by_text("motion ratio").first.wait_for()
        self.page.get_by_role("img", name="left arm and link as set").wait_for()
        fitter.settle("rear", left_more=8)
        self.page.get_by_text("left link is 8 mm too long against the other").wait_for()
        self.page.get_by_text("at each end").wait_for()
        self.assertEqual(job.axle_settings.count(), 1)
        self.go_under("Hive", "?step=rear.settle")
        fitter.settle("rear")
        self.until(lambda: job.axle_settings.count() == 2)
        self.page.goto(f"{self.live_server_url}/bay/{job.pk}?step=rear.settle")
        self.page.get_by_role("button", name="Next").wait_for()

    def keys(self, job):
        return [step["key"] for step in self.read(job)["steps"]]

    def read(self, job):
        return self.page.request.get(f"{self.live_server_url}/api/jobs/{job.pk}/bay").json()

    def test_handed_parts_are_photographed_before_anything_is_tightened(self):
        job = self.go_under("Hive")
        keys = self.keys(job)
        self.do_all_but(job, *keys[keys.index("rear.photo") :])
        self.go_under("Hive", "?step=rear.settle")
        # What rests on the photo cannot be done; it leads to the photo.
        self.assertEqual(self.page.get_by_label("Left link").count(), 0)
        self.page.get_by_role("button", name="First: Photograph what is handed").click()
        self.fitter.says("Photograph what is handed")
        self.fitter.take_photo()
        self.fitter.says("Weight on the wheels")
        self.until(lambda: self.rows(Photo).filter(job=job, place="step.rear.photo").count() == 1)

    def test_over_the_sum_agreed_the_owner_signs_in_place_and_the_day_is_said(self):
        job = self.go_under("Kelp")
        [step] = {bolt.step for bolt in self.rows(Snapped).filter(job=job)}
        sum_before = job.agreements.last().up_to_cents
        self.rows(Agreement).filter(job=job).update(up_to_cents=10_000)
        self.go_under("Kelp", f"?step={step}")
        self.page.get_by_role("button", name="Trouble").click()
        over = self.page.get_by_label("Over the sum agreed")
        self.wait_for_text(over, "ask the owner first")
        over.get_by_role("button", name="The owner signs here").click()
        over.get_by_label("Owner's name").fill("Marlow Kelp")
        here = self.page.get_by_label("Sign here")
        here.scroll_into_view_if_needed()
        pad = here.bounding_box()
        self.page.mouse.move(pad["x"] + 20, pad["y"] + 20)
        self.page.mouse.down()
        self.page.mouse.move(pad["x"] + 120, pad["y"] + 60, steps=4)
        self.page.mouse.up()
        over.get_by_role("button", name="Agree up to").click()
        over.wait_for(state="detached")
        agreed = job.agreements.last()
        self.assertEqual((agreed.way, agreed.by), ("signed here", "Marlow Kelp"))
        self.assertGreaterEqual(agreed.up_to_cents, sum_before)

    def test_a_device_that_is_nearly_full_says_so_before_anything_is_lost(self):
        self.page.add_init_script(
            "navigator.storage.estimate = () => Promise.resolve({ quota: 1e9, usage: 9.8e8 })"
        )
        self.go_under("Hive")
        self.page.get_by_text("This device has 20 MB left").wait_for()
        # With no room at all it is said, and sent all the same.
        self.page.evaluate("() => { IDBObjectStore.prototype.put = () => { throw new Error('full'); }; }")
        self.page.keyboard.press("PageDown")
        self.page.get_by_text("This device is full").wait_for()
        self.until(lambda: self.rows(StepAnswer).count() > 0)

    def test_what_an_earlier_version_kept_is_sent_by_this_one(self):
        job = self.go_under("Hive")
        before = self.rows(StepAnswer).filter(job=job).count()
        # As the first released version wrote it; a new version reads it or ships with a change here.
        write = {
            "id": "7f0c9a52-3a54-4df8-9d3c-0a4f5f3f0b11", "at": 1, "person": "wren",
            "jobId": job.pk, "base": "bay", "place": "rear.bushings tick", "typed": "tick",
            "seen": "null", "step": "do",
            "ask": {
                "method": "POST", "path": f"/api/jobs/{job.pk}/bay/answers",
                "body": {"step": "rear.bushings", "kind": "tick", "said": ""},
            },
        }
        self.page.evaluate(
            """write => new Promise((done) => {
              const opened = indexedDB.open('calm-axle-outbox');
              opened.onsuccess = () => {
                const kept = opened.result.transaction('writes', 'readwrite');
                kept.objectStore('writes').put(write, write.id);
                kept.oncomplete = () => { opened.result.close(); done(); };
              };
            })""",
            write,
        )
        self.page.reload()
        self.until(lambda: self.rows(StepAnswer).filter(job=job).count() == before + 1)

    def test_two_fitters_do_no_step_twice(self):
        job = self.go_under("Hive")
        other = self.new_page()
        self.sign_in(other, "tern")
        self.go_under("Hive", page=other)
        other.keyboard.press("PageDown")
        self.until(lambda: self.rows(StepAnswer).filter(job=job).count() == 1)
        other.goto(f"{self.live_server_url}/bay/{job.pk}?step=rear.bushings")
        # Within two seconds or so the first one sees it done, by whom, and goes on.
        self.fitter.says("Press bushings into the links")
        self.page.keyboard.press("PageUp")
        self.page.get_by_text("Tern Oakes did it").wait_for()
        self.page.get_by_role("button", name="It was not done after all").click()
        self.page.get_by_role("button", name="Done, next").wait_for()
        self.page.get_by_text("Tern Oakes has this step in hand.").wait_for()
        # The other one sees that, too.
        other.get_by_text("0 of 20 done").wait_for()
        other.context.close()

    def test_it_is_read_on_a_small_phone_and_on_a_tablet_either_way(self):
        for width, height in ((360, 640), (820, 1180), (1180, 820)):
            self.page.set_viewport_size({"width": width, "height": height})
            self.go_under("Hive")
            self.page.get_by_role("button", name="Done, next").wait_for()
            self.assertEqual(self.page.evaluate(TOO_SMALL), [], (width, height))
            self.assertLessEqual(self.page.evaluate("document.body.scrollWidth"), width)
            for step in ("rear.settle", "rear.torque.rear_0", "all.clearance"):
                self.go_under("Hive", f"?step={step}")
                self.assertEqual(self.page.evaluate(TOO_SMALL), [], (step, width))
                self.assertLessEqual(self.page.evaluate("document.body.scrollWidth"), width)
        self.page.get_by_role("button", name="Trouble").click()
        for ask in ("It does not fit", "Something else found", "Something else was loosened"):
            self.page.get_by_role("button", name=ask).click()
            self.assertEqual(self.page.evaluate(TOO_SMALL), [], ask)
            self.page.get_by_role("button", name="Not that").click()
