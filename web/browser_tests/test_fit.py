"""Station 5 as a fitter goes through it: begin, measure, move, pick, look round, drill, receive."""

import io
import math
import re

import ezdxf

from axlecore.fitup.sheet import AxleFit, Fitting
from axlecore.formats import from_plain
from axlecore.papers import PaperName
from axlecore.quantities.entry import enter
from axlecore.quantities.measure import Known
from axlecore.vehicle.ends import End
from axlecore.vehicle.rig import Action
from browser_tests.browser import BrowserTestCase
from jobs.choosing import Pick, take_set
from jobs.models import Job
from jobs.opened import OpenJob
from jobs.papers import write_paper
from jobs.services import edit_sheet
from jobs.writes import write
from shops.models import Person

#: Measures of a rear axle in the order Tab follows on the side view.
MEASURES = (
    ("rail.edge_m", "622 mm"), ("bar_places.0.height_m", "312 mm"),
    ("bar_places.0.forward_m", "-95 mm"), ("link_holes.1.height_m", "552 mm"),
    ("link_holes.1.forward_m", "-350 mm"), ("left.link_m", "240 mm"), ("right.link_m", "240 mm"),
    ("bump_m", "78 mm"), ("droop_m", "84 mm"),
)


class FitCase(BrowserTestCase):
    at_yard = False

    def sheet_of_fit(self, name: str) -> None:
        self.page.get_by_role("link", name=name, exact=True).click()

    def job_of(self, name: str) -> Job:
        return self.rows(Job).select_related("vehicle", "shop").prefetch_related("papers").get(
            vehicle__name__startswith=name
        )

    def fitted(self, name: str, axle: str = "rear") -> AxleFit:
        paper = self.job_of(name).papers.get(name="fitting")
        found = getattr(from_plain(paper.document, Fitting), axle)
        assert isinstance(found, AxleFit)
        return found

    def choose(self, name: str, axle: str, part_number: str) -> None:
        job = self.job_of(name)
        lead = Person.objects.get(username="wren")
        part = job.shop.parts.get(part_number=part_number)
        picks = [(End(axle), Pick(part, Action.SUPPLEMENT))]
        write(job.pk, job.shop_id, lambda now: take_set(now, lead, job.version, picks))

    def has_come_to_fit(self, name: str) -> None:
        """Bring a job here as the stations before would: no rating exceeded, every gate passed."""
        job = self.job_of(name)

        def come(now: OpenJob) -> None:
            def rated(sheet):
                sheet = enter(sheet, "rear.rating_kg", "5000 kg", Known.PLATE)
                return enter(sheet, "rating_kg", "9000 kg", Known.PLATE)

            lead = Person.objects.get(username="wren")
            edit_sheet(now, lead, now.row.vehicle.version, "rear.rating_kg", "5000 kg", rated)
            now.row.station = "fit"
            now.row.save()

        write(job.pk, job.shop_id, come)
        self.page.reload()

    def angle(self, school: str) -> float:
        shown = self.page.get_by_test_id(f"angle-{school}").locator("dd").text_content() or ""
        return float(shown.rstrip("°").replace("−", "-"))

    def drawn(self, test_id: str) -> tuple[float, float]:
        """The step along a drawn line, from its first end: right, and up."""
        line = self.page.get_by_test_id(test_id)
        x1, y1, x2, y2 = (float(line.get_attribute(key) or 0) for key in ("x1", "y1", "x2", "y2"))
        return x2 - x1, y1 - y2

    def gate(self):
        return self.page.get_by_label("Gate of Fit")


class ClinicTests(FitCase):
    def test_the_clinic_coach_is_fitted_end_to_end(self):
        self.choose("Tidewater", "rear", "OR-K32T")
        self.open_job("Tidewater", "fit")
        self.page.get_by_role("button", name="Solid axle on leaves").click()

        # Measured in order: each Tab keeps a number and opens the next one.
        self.place("fitting.rear.rail.edge_m").click()
        for at, (place, typed) in enumerate(MEASURES):
            # Its button is gone while it is being written on.
            self.place(f"fitting.rear.{place}").wait_for(state="detached")
            self.editor().fill(typed)
            self.editor().press("Tab" if at + 1 < len(MEASURES) else "Enter")
            self.until(lambda place=place, typed=typed: self.typed_at(place) == typed)
        self.until(lambda: self.typed_at("droop_m") == "84 mm")
        self.assertEqual(self.fitted("Tidewater").droop_m.known, "measured")

        # The best hole is taken from the matrix, and the side view has it.
        self.sheet_of_fit("Holes")
        for hole, height in ((0, 527), (2, 577)):
            self.enter(f"fitting.rear.link_holes.{hole}.height_m", f"{height} mm")
            self.enter(f"fitting.rear.link_holes.{hole}.forward_m", "-350 mm")
            self.until(lambda hole=hole: self.typed_at(f"link_holes.{hole}.forward_m") == "-350 mm")
        self.page.get_by_role("button", name="Take it").first.click()
        self.wait_for_text(self.page.locator("tbody tr").first, "fitted")

        self.sheet_of_fit("Rear view and plan")
        self.enter("fitting.rear.seat.vent_m", "410 mm")
        self.wait_for_text(
            self.page.locator("li", has_text="Saddle keeps off the vent"), "mm clear"
        )
        self.page.get_by_label("The vent").select_option("raised by a washer")
        self.wait_for_text(
            self.page.locator("li", has_text="Saddle keeps off the vent"), "✓"
        )

        self.sheet_of_fit("Drilling")
        for side in ("left", "right"):
            self.page.get_by_label(f"Inside the {side} rail").select_option("clear")
        self.enter("fitting.rear.drilled.0.there_m", "10.5 mm")
        self.wait_for_text(self.page.locator("tbody tr").first, "11.0 · 13.5")
        self.enter("fitting.rear.drilled.0.there_m", "13.2 mm")
        self.wait_for_text(self.page.locator("tbody tr").first, "fits as it is")

        self.sheet_of_fit("Kit and arrival")
        result = self.page.get_by_test_id("arrival-result")
        self.enter("arrival.rear.diameter_m", "36 mm")
        self.wait_for_text(result, "Hold the job")
        self.measure_the_box()
        self.wait_for_text(result, "Pass")

        self.has_come_to_fit("Tidewater")
        self.page.get_by_role("button", name="Go on to Build", exact=True).click()
        self.until(lambda: self.job_of("Tidewater").passes.filter(station="fit").exists())

    def typed_at(self, place: str) -> str:
        found = self.fitted("Tidewater")
        for part in place.split("."):
            found = found[int(part)] if isinstance(found, tuple) else getattr(found, part)
        return found.typed

    def measure_the_box(self) -> None:
        bar = self.job_of("Tidewater").set_up["rear"]["fitted"]["bar"]
        eyes = bar["centre_line_m"][-1][1] - bar["centre_line_m"][0][1]
        arm = math.hypot(bar["centre_line_m"][0][0], bar["centre_line_m"][0][2])
        diameter = bar["outside_diameter_m"]["value"]
        for name, value in (("diameter_m", diameter), ("left_arm_m", arm), ("right_arm_m", arm),
                            ("eyes_apart_m", eyes)):
            self.enter(f"arrival.rear.{name}", f"{value * 1e3:.1f} mm")
            self.until(lambda name=name: self.editor().count() == 0)
        for name in ("shape", "hand", "brackets", "damage_free"):
            self.place(f"arrival.rear.{name}").select_option("yes")
        for at, line in enumerate(self.page.get_by_label(re.compile("^Counted: ")).all()):
            line.fill("8")
            line.press("Enter")
            self.until(lambda at=at: str(at) in self.job_of("Tidewater").papers.get(
                name="arrival").document["rear"]["counts"])


class FastenerTests(FitCase):
    def test_a_torque_that_would_stretch_its_bolt_takes_a_leads_reason(self):
        self.choose("Hive hauler", "front", "MF-KF33")
        self.open_job("Hive hauler", "fit?axle=front")
        self.page.get_by_role("button", name="Solid axle on leaves").click()
        self.sheet_of_fit("Fasteners")
        bolt = self.page.get_by_test_id("bolt-front_0")
        self.wait_for_text(bolt, "stretches for good")
        self.wait_for_text(self.gate().locator("li", has_text="No stop in the fit-up"), "No reason")
        self.wait_for_text(bolt.locator("dl > div").first, "–")
        # A lock nut takes nothing on its thread, whatever the way; an adapter sets the wrench lower.
        link = self.page.get_by_test_id("bolt-front_1")
        self.wait_for_text(link, "lock nut, nothing on its thread")
        self.enter("fitting.wrench_m", "400 mm")
        self.enter("fitting.extension_m", "100 mm")
        # 75 × 400 ÷ 500.
        self.wait_for_text(link.locator("dl > div").nth(1), "60 N·m")
        bolt.get_by_label("Use it all the same").fill("maker's letter: a 12.9 bolt is in the box")
        bolt.get_by_role("button", name="Confirm").click()
        self.wait_for_text(bolt, "Confirmed by a lead: maker's letter")


class LinkTests(FitCase):
    def test_the_lifted_pickups_link_is_longer_by_its_lift(self):
        self.open_job("Bittern", "fit?axle=rear")
        self.page.get_by_role("button", name="Solid axle on leaves").click()
        self.place("fitting.schools.attitude").select_option("arm_level")
        self.wait_for_text(self.page.get_by_test_id("angle-arm_level"), "our way")
        fit = self.fitted("Bittern")
        hole = fit.link_holes[1].height_m.value + 0.06
        self.enter("fitting.rear.link_holes.1.height_m", f"{hole * 1e3:.0f} mm")
        self.sheet_of_fit("Links")
        wanted = self.page.get_by_test_id("wanted-link")
        self.until(lambda: wanted.text_content() == "300\u202fmm".replace("\u202f", " "))
        advice = self.page.get_by_label("Link length")
        self.wait_for_text(advice, "lift of 60 mm: at standard height it would be 240 mm")
        # It does not go that far, so the next longer one on the racks is taken.
        advice.get_by_role("button", name=re.compile("Take .*GC-L240")).click()
        self.until(lambda: abs(self.fitted("Bittern").left.link_m.value - 0.27) < 1e-6)
        link = self.fitted("Bittern").link
        self.assertIn("GC-L240", link.part_number)
        self.assertAlmostEqual(link.from_m.value, 0.215)
        self.sheet_of_fit("Side view")
        self.until(lambda: self.angle("arm_level") > 5)

    def test_the_lowered_delivery_cars_arm_comes_in_line_with_its_control_arm(self):
        self.open_job("Crumb Line", "fit")
        own = self.page.get_by_test_id("angle-in_line")
        self.wait_for_text(own, "our way")
        self.assertGreater(abs(self.angle("in_line")), 2)
        self.sheet_of_fit("Links")
        self.wait_for_text(self.page.get_by_label("Link length"), "lowering of 45 mm")
        self.page.get_by_role("button", name="Set both to it").click()
        self.sheet_of_fit("Side view")
        self.until(lambda: abs(self.angle("in_line")) < 0.06)
        self.assertAlmostEqual(self.angle("arm_level"), -5.0, delta=0.06)
        self.assertIn("front", self.page.url + "front")

    def test_an_over_centre_link_is_refused_and_no_reason_helps(self):
        self.open_job("Orrery", "fit")
        self.enter("fitting.rear.left.link_m", "575 mm")
        stop = self.page.locator("li", has_text="goes over centre").first
        self.wait_for_text(stop, "Stop.")
        self.wait_for_text(self.gate().locator("li", has_text="No stop"), "No reason overrides")
        self.wait_for_text(self.gate(), "The job stands at Choose")
        self.assertEqual(self.page.get_by_role("button", name="Go on to Build").count(), 0)
        self.enter("fitting.rear.left.link_m", "820 mm")
        self.wait_for_text(self.page.locator("li", has_text="does not go in").first, "mm too long")
        self.page.get_by_text("The left link does not go in", exact=True).wait_for()

    def test_a_stack_in_the_wrong_order_is_refused_with_its_reason(self):
        self.open_job("Orrery", "fit?sheet=links")
        self.page.get_by_role("button", name="It is a link with bushings").click()
        stack = self.page.get_by_label("Bushing stack")
        self.wait_for_text(stack, "Eye to eye 134 mm")
        stack.get_by_label("Piece 3", exact=True).select_option("washer")
        self.wait_for_text(stack, "Wrong order at piece 4: Steel on steel clunks")
        stack.get_by_label("Piece 3", exact=True).select_option("long bushing")
        self.wait_for_text(stack, "Eye to eye 134 mm")
        self.page.keyboard.press("Control+z")
        self.wait_for_text(stack, "Wrong order")


class SideViewTests(FitCase):
    def test_what_is_drawn_is_what_is_written_wherever_the_travel_stands(self):
        self.open_job("Orrery", "fit")
        slider = self.page.get_by_role("slider", name="Travel")
        for keys in ((), ("End",), ("Home",)):
            for key in keys:
                slider.press(key)
            right, up = self.drawn("arm-left")
            # The arms point rearward: to the right on paper.
            self.assertAlmostEqual(math.degrees(math.atan2(up, right)), self.angle("arm_level"),
                                   delta=0.06)
            link_right, link_up = self.drawn("link-left")
            self.assertAlmostEqual(math.degrees(math.atan2(link_right, link_up)),
                                   self.angle("link_plumb"), delta=0.06)
            between = math.degrees(math.acos(
                -(right * link_right + up * link_up)
                / math.hypot(right, up) / math.hypot(link_right, link_up)
            ))
            self.assertAlmostEqual(between, self.angle("link_square"), delta=0.06)

    def test_one_side_alone_moves_that_side(self):
        self.open_job("Orrery", "fit")
        self.page.get_by_role("button", name="One side alone").click()
        before = self.drawn("arm-left")
        self.page.get_by_role("slider", name="Travel, right").press("End")
        self.page.get_by_test_id("linkage-right").wait_for()
        self.assertEqual(self.drawn("arm-left"), before)
        self.assertNotEqual(self.drawn("arm-right"), before)

    def test_left_and_right_may_differ_and_what_it_does_is_said(self):
        self.open_job("Orrery", "fit?sheet=holes")
        self.page.get_by_role("radio", name="Right", exact=True).click()
        self.page.get_by_role("button", name="Take it").first.click()
        effect = self.page.get_by_label("Left against right")
        self.wait_for_text(effect, "of preload at each end")
        self.assertNotEqual(self.fitted("Orrery").left, self.fitted("Orrery").right)

    def test_by_keys_alone(self):
        self.open_job("Orrery", "weigh")
        self.page.keyboard.press("5")
        hole = self.place("fitting.rear.link_holes.1.height_m")
        hole.focus()
        self.page.keyboard.press("Enter")
        self.page.keyboard.type("618 mm")
        self.page.keyboard.press("Tab")
        self.until(lambda: self.fitted("Orrery").link_holes[1].height_m.typed == "618 mm")
        self.page.keyboard.press("Escape")
        self.sheet_of_fit("Holes")
        other = self.page.get_by_test_id("link_hole-2")
        other.focus()
        self.page.keyboard.press("Enter")
        self.until(lambda: self.fitted("Orrery").left.link_hole == 2)
        self.page.keyboard.press("Control+z")
        self.until(lambda: self.fitted("Orrery").left.link_hole == 1)


class ObstacleTests(FitCase):
    def test_an_exhaust_clash_is_found_and_solved(self):
        self.open_job("Orrery", "fit?sheet=clash")
        gaps = self.page.get_by_label("Least gaps")
        exhaust = gaps.locator("li", has_text="Exhaust")
        self.wait_for_text(exhaust, "of 50 mm (hot)")
        before = self.fitted("Orrery").obstacles[3].height_m.value
        exhaust.get_by_role("button", name="Take it").click()
        self.until(lambda: self.fitted("Orrery").obstacles[3].height_m.value > before)
        self.until(lambda: gaps.get_by_role("button", name="Take it").count() == 0)
        self.sheet_of_fit("Side view")
        self.until(lambda: self.page.locator("li", has_text="Exhaust at the rear").count() == 0)

    def test_a_obstacle_is_placed_measured_and_taken_away(self):
        self.open_job("Hive hauler", "fit?sheet=clash")
        self.page.get_by_label("Place another obstacle").select_option("other")
        there = self.page.get_by_label("Place of Something else")
        there.wait_for()
        at = len(self.fitted("Hive hauler").obstacles) - 1
        self.enter(f"fitting.rear.obstacles.{at}.height_m", "345 mm")
        self.enter(f"fitting.rear.obstacles.{at}.left_m", "500 mm")
        self.wait_for_text(self.page.get_by_label("Least gaps"), "Something else")
        there.get_by_role("button", name="It is not there").click()
        self.until(lambda: len(self.fitted("Hive hauler").obstacles) == at)

    def test_a_obstacle_is_seen_from_behind_and_its_ends_are_entered_there(self):
        self.open_job("Orrery", "fit?sheet=clash")
        behind = self.page.get_by_test_id("behind-3")
        behind.first.wait_for()
        before = behind.locator("rect").first.bounding_box()["width"]
        self.enter("fitting.rear.obstacles.3.right_m", "-500 mm")
        self.until(lambda: behind.locator("rect").first.bounding_box()["width"] > 2 * before)

    def test_a_word_of_the_trade_says_what_it_means(self):
        self.open_job("Orrery", "fit?sheet=holes")
        self.page.get_by_role("button", name="What is motion ratio?").click()
        self.page.get_by_text("link travel for axle travel").wait_for()
        self.page.keyboard.press("Escape")
        self.page.get_by_text("link travel for axle travel").wait_for(state="hidden")

    def test_the_turntable_turns_and_moves(self):
        self.open_job("Orrery", "fit?sheet=turn")
        canvas = self.page.get_by_test_id("turntable")
        canvas.wait_for()
        self.until(lambda: len(canvas.screenshot()) > 8000)
        still = canvas.screenshot()
        canvas.press("ArrowRight")
        self.until(lambda: canvas.screenshot() != still)
        turned = canvas.screenshot()
        self.page.get_by_role("slider", name="Travel").press("End")
        self.until(lambda: canvas.screenshot() != turned)
        far = canvas.get_attribute("data-eye")
        canvas.hover()
        self.page.mouse.wheel(0, -400)
        self.until(lambda: canvas.get_attribute("data-eye") != far)


class DrillTests(FitCase):
    def test_holes_marked_on_the_drawing_come_out_of_the_template(self):
        self.open_job("Hive hauler", "fit?sheet=drill")
        self.enter("fitting.rear.drilled.0.above_edge_m", "52 mm")
        self.enter("fitting.rear.drilled.1.forward_m", "44 mm")
        self.until(lambda: self.fitted("Hive hauler").drilled[1].forward_m.typed == "44 mm")
        link = self.page.get_by_role("link", name="Template, right side, DXF")
        answer = self.page.request.get(f"{self.live_server_url}{link.get_attribute('href')}")
        space = ezdxf.read(io.StringIO(answer.text())).modelspace()
        edge = min(line.dxf.start.y for line in space.query('LINE[layer=="RAIL"]'))
        plumb = space.query('LINE[layer=="PLUMB"]').first.dxf.start.x
        spots = [
            (round(c.dxf.center.x - plumb, 3), round(c.dxf.center.y - edge, 3))
            for c in space.query("CIRCLE")
        ]
        self.assertEqual(spots, [(-35.0, 52.0), (44.0, 45.0)])
        # Too near the edge is said at once, on the drawing and in the table.
        self.enter("fitting.rear.drilled.0.above_edge_m", "15 mm")
        self.wait_for_text(self.page.locator("tbody tr").first, "of 27.0 mm")
        self.sheet_of_fit("Side view")
        self.page.locator("li", has_text="Hole 1 is too near the edge").wait_for()


class PromiseTests(FitCase):
    def test_fitting_that_changes_the_promise_is_said_in_choose(self):
        job, fit = self.job_of("Hive hauler"), self.fitted("Hive hauler")
        # The innermost hole with the arms hanging 44° down: three times the stiffness.
        arm, down = 0.18, math.radians(44)
        axis = fit.bar_places[0].forward_m.value
        entries = [("rear.link_holes.1.forward_m", f"{(axis - arm * math.cos(down)) * 1e3:.0f} mm")]
        for side in ("left", "right"):
            link = 0.243 + arm * math.sin(down)
            entries += [(f"rear.{side}.bar_hole", "2"), (f"rear.{side}.link_m", f"{link} m")]
        lead = Person.objects.get(username="wren")
        write(job.pk, job.shop_id, lambda now: write_paper(now, PaperName.FITTING, lead, entries))
        self.open_job("Hive hauler", "choose?sheet=decide")
        said = self.page.get_by_label("Choice", exact=True)
        self.wait_for_text(said, "Fitting changes what was promised. Chosen by")
