"""Every screen at tablet, bench and desk width: nothing sticks out, overlaps or is cut."""

from itertools import combinations

from browser_tests.browser import BrowserTestCase

SCREENS = (
    ("Orrery", "listen"), ("Orrery", "weigh"), ("Tidewater", "weigh"), ("Hive hauler", "weigh"),
    ("Orrery", "weigh?sheet=loads"), ("Orrery", "weigh?sheet=height"),
    ("Orrery", "weigh?sheet=bars"), ("Orrery", "weigh?sheet=roll"),
    ("Orrery", "weigh?sheet=certainty"), ("Bittern", "look"), ("Orrery", "choose"),
    ("Hive hauler", "choose"), ("Orrery", "choose?sheet=target"),
    ("Orrery", "choose?sheet=ranking"), ("Orrery", "choose?sheet=motion"),
    ("Orrery", "choose?sheet=ground"), ("Orrery", "choose?sheet=steel"),
    ("Hive hauler", "choose?sheet=decide"), ("Tidewater", "fit"), ("Crumb Line", "fit"),
    ("Orrery", "fit?sheet=side"), ("Orrery", "fit?sheet=holes"), ("Orrery", "fit?sheet=links"),
    ("Orrery", "fit?sheet=across"), ("Orrery", "fit?sheet=clash"), ("Orrery", "fit?sheet=drill"),
    ("Hive hauler", "fit?sheet=bolts"), ("Hive hauler", "fit?sheet=arrival"),
    ("Orrery", "fit?sheet=turn"),
)
#: Rooms without a job.
ROOMS = (
    ("", "racks?kind=kit"), ("", "bench/bar"), ("", "bench/torque"), ("", "bench/drill"), ("", "bench/snapped"),
)
WIDTHS = (820, 1024, 1200, 1680)
#: Rounded and anti-aliased edges may touch.
TOUCH_PX = 2

STICKS_OUT = """() => [...document.querySelectorAll('body *')].filter((element) => {
  const box = element.getBoundingClientRect();
  return box.width > 0 && box.right > window.innerWidth + 1 &&
    !element.closest('[data-scrolls], [data-clipped], .overflow-x-auto, .overflow-auto, .sr-only, defs, clipPath');
}).map((element) => element.outerHTML.slice(0, 140)).slice(0, 3)"""

CUT = """() => [...document.querySelectorAll('main button, main label, main td, main th, main a,' +
  'main h1, main h2, main h3, header a, nav a, legend, dt, dd')].filter((element) => {
  const style = getComputedStyle(element);
  return element.clientWidth > 0 && element.scrollWidth > element.clientWidth + 2 &&
    ['hidden', 'clip'].includes(style.overflowX) && style.position !== 'absolute';
}).map((element) => element.outerHTML.slice(0, 140)).slice(0, 3)"""


class LayoutTests(BrowserTestCase):
    maxDiff = None

    def overlapping(self) -> list[str]:
        """Return which numbers of a drawing lie on which."""
        boxes = [
            (control.get_attribute("data-place"), control.bounding_box())
            for control in self.page.locator("main button[data-place]").all()
        ]
        return [
            f"{one} lies on {other}"
            for (one, a), (other, b) in combinations([found for found in boxes if found[1]], 2)
            if min(a["x"] + a["width"], b["x"] + b["width"]) - max(a["x"], b["x"]) > TOUCH_PX
            and min(a["y"] + a["height"], b["y"] + b["height"]) - max(a["y"], b["y"]) > TOUCH_PX
        ]

    def test_nothing_sticks_out_no_word_is_cut_no_number_lies_on_another(self):
        wrong = {}
        for width in WIDTHS:
            self.page.set_viewport_size({"width": width, "height": 800})
            for name, station in SCREENS + ROOMS:
                if name:
                    self.open_job(name, station)
                else:
                    self.page.goto(f"{self.live_server_url}/{station}")
                self.page.wait_for_load_state("networkidle")
                for found in (
                    self.page.evaluate(STICKS_OUT), self.page.evaluate(CUT), self.overlapping()
                ):
                    if found:
                        wrong[f"{name} {station} at {width}"] = found
        self.assertEqual(wrong, {})
