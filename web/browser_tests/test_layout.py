"""Every screen from phone to desk: nothing sticks out, overlaps, is cut or too small to read."""

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
    ("Orrery", "fit?sheet=turn"), ("Orrery", "build"), ("Orrery", "build?sheet=order"),
    ("Orrery", "build?sheet=quote"), ("Skerry", "build?sheet=quote"),
    ("Gannet", "drive"), ("Heron", "drive?sheet=result"), ("Gannet", "drive?sheet=trace"), ("Gannet", "drive?sheet=films"),
    ("Gannet", "hand-over"), ("Hive hauler", "hand-over"), ("Gannet", "hand-over?sheet=report"),
    ("Heron", "hand-over?sheet=visits"), ("Heron", "hand-over?sheet=noises"),
)
#: Rooms without a job.
ROOMS = (
    ("", "board"), ("", "racks?kind=kit"), ("", "racks?list=shelf"), ("", "racks?list=sheets"), ("", "shop"), ("", "people"), ("", "record"), ("", "bench/two"), ("", "bench/bar"), ("", "bench/torque"), ("", "bench/drill"), ("", "bench/snapped"),
)
WIDTHS = (360, 390, 820, 1024, 1280)
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


#: Numbers of a drawing whose boxes lie on each other.
LIES_ON = """touch => {
  const numbers = [...document.querySelectorAll('main button[data-place], main [data-shown]')]
    .map((element) => [element.dataset.place ?? element.dataset.shown, element.getBoundingClientRect()])
    .filter(([, box]) => box.width > 0);
  const over = (a, b, from, to) => Math.min(a[to], b[to]) - Math.max(a[from], b[from]) > touch;
  return numbers.flatMap(([one, a], at) => numbers.slice(at + 1)
    .filter(([, b]) => over(a, b, 'left', 'right') && over(a, b, 'top', 'bottom'))
    .map(([other]) => `${one} lies on ${other}`));
}"""


#: Text smaller than this on the screen is not read in a shop [px].
LEAST_TEXT_PX = 12
SMALL_TEXT = """least => [...document.querySelectorAll('body *')].filter((element) => {
  const words = [...element.childNodes].some((node) => node.nodeType === 3 && node.data.trim());
  const box = element.getBoundingClientRect();
  if (!words || box.width === 0 || element.closest('.sr-only, title, style, script')) return false;
  const size = parseFloat(getComputedStyle(element).fontSize);
  const drawing = element.closest('svg');
  const scale = drawing?.viewBox.baseVal?.width
    ? drawing.getBoundingClientRect().width / drawing.viewBox.baseVal.width : 1;
  return size * scale < least - 0.05;
}).map((element) => element.outerHTML.slice(0, 120)).slice(0, 3)"""

#: Controls with less room than a finger needs; numbers of a drawing have it around them.
LEAST_TARGET_PX = 44
SMALL_TARGET = """least => [...document.querySelectorAll(
  'main button, main select, main summary, main [role=radio], main a, nav a, header button')]
  .filter((element) => {
    const box = element.getBoundingClientRect();
    const inText = element.tagName === 'A' && getComputedStyle(element).display === 'inline';
    // A finger has what lies round it too, where the control says so.
    const before = getComputedStyle(element, '::before');
    const around = before.position === 'absolute'
      ? -parseFloat(before.top) - parseFloat(before.bottom) : 0;
    return box.width > 0 && !inText && !element.closest('.sr-only') &&
      (box.height + around < least - 0.5);
  }).map((element) => element.outerHTML.slice(0, 160)).slice(0, 3)"""


class PhoneTests(BrowserTestCase):
    at_yard = False

    def test_the_numbers_of_a_drawing_are_walked_in_measuring_order_with_each_lit(self):
        self.page.set_viewport_size({"width": 390, "height": 800})
        job = self.open_job("Orrery", "weigh")
        self.page.get_by_role("button", name="Next number: Axle rating, front").wait_for()
        self.place("load_states.1.front_left_kg").click()
        lit = self.page.locator('[data-shown="load_states.1.front_left_kg"].outline-after')
        lit.wait_for()
        self.editor().fill("1402 kg")
        self.page.get_by_role("button", name="Keep, and the next number").click()
        self.page.locator('[data-shown="load_states.1.front_right_kg"].outline-after').wait_for()
        sheet = self.page.locator("[data-scrolls]", has=lit.page.locator("[data-shown]")).nth(1)
        self.assertGreater(sheet.evaluate("(sheet) => sheet.scrollWidth - sheet.clientWidth"), 100)
        self.editor().press("Escape")

        def kept():
            job.vehicle.refresh_from_db()
            return job.vehicle.sheet["load_states"][1]["front_left_kg"]["value"] == 1402

        self.until(kept)

    def test_the_line_is_one_stop_with_a_menu(self):
        self.page.set_viewport_size({"width": 360, "height": 800})
        self.open_job("Orrery", "weigh")
        stations = self.page.get_by_role("navigation", name="Stations")
        look = stations.get_by_role("link", name="Look")
        self.assertFalse(look.is_visible())
        stations.get_by_role("button", name="Weigh").click()
        look.click()
        stations.get_by_role("button", name="Look").wait_for()


class LayoutTests(BrowserTestCase):
    at_yard = False

    maxDiff = None

    def wrong_with(self, width: int) -> list[str]:
        """Return what is wrong with the open page at a width, once it has settled there."""
        self.page.set_viewport_size({"width": width, "height": 800})
        self.page.evaluate("() => new Promise((done) => setTimeout(done, 60))")
        found: list[str] = []
        for question in (STICKS_OUT, CUT):
            found += self.page.evaluate(question)
        found += self.page.evaluate(SMALL_TEXT, LEAST_TEXT_PX)
        found += self.page.evaluate(SMALL_TARGET, LEAST_TARGET_PX)
        return found + self.page.evaluate(LIES_ON, TOUCH_PX)

    def test_nothing_sticks_out_no_word_is_cut_no_number_lies_on_another(self):
        wrong = {}
        for name, station in SCREENS + ROOMS:
            if name:
                self.open_job(name, station)
            else:
                self.page.goto(f"{self.live_server_url}/{station}")
            self.page.wait_for_load_state("networkidle")
            for width in WIDTHS:
                found = self.wrong_with(width)
                if found:
                    wrong[f"{name} {station} at {width}"] = found
        self.assertEqual(wrong, {})
