"""Every page once, from phone to desk and in both themes.

Nothing sticks out, overlaps, is cut or too small to read or to press, and axe finds nothing.
"""

from browser_tests.browser import BrowserTestCase
from browser_tests.looks import wrong_with
from jobs.agreeing import token_of
from jobs.models import QuoteLink
from racks.models import Part

WIDTHS = (360, 390, 820, 1024, 1280)

ROOMS = (
    "",
    "new",
    "board",
    "racks?kind=kit",
    "racks?list=shelf",
    "racks?list=sheets",
    "racks/import",
    "shop",
    "people",
    "record",
    "bench/two",
    "bench/bar",
    "bench/torque",
    "bench/link",
    "bench/drill",
    "bench/snapped",
    "bench/pictures",
)
#: Vehicles with the sheets of their stations that have something to show.
FIRST_STATIONS = (
    ("Orrery", "listen"),
    ("Orrery", "weigh"),
    ("Tidewater", "weigh"),
    ("Hive hauler", "weigh"),
    ("Hive hauler", "weigh?sheet=loads"),
    ("Orrery", "weigh?sheet=loads"),
    ("Orrery", "weigh?sheet=height"),
    ("Orrery", "weigh?sheet=bars"),
    ("Orrery", "weigh?sheet=roll"),
    ("Orrery", "weigh?sheet=certainty"),
    ("Bittern", "look"),
    ("Orrery", "choose"),
    ("Hive hauler", "choose"),
    ("Orrery", "choose?sheet=target"),
    ("Orrery", "choose?sheet=ranking"),
    ("Orrery", "choose?sheet=motion"),
    ("Orrery", "choose?sheet=ground"),
    ("Orrery", "choose?sheet=steel"),
    ("Hive hauler", "choose?sheet=decide"),
)
FIT_AND_BUILD = (
    ("Tidewater", "fit"),
    ("Crumb Line", "fit"),
    ("Orrery", "fit?sheet=side"),
    ("Orrery", "fit?sheet=holes"),
    ("Orrery", "fit?sheet=links"),
    ("Orrery", "fit?sheet=across"),
    ("Orrery", "fit?sheet=clash"),
    ("Orrery", "fit?sheet=drill"),
    ("Orrery", "fit?sheet=bolts"),
    ("Hive hauler", "fit?sheet=bolts"),
    ("Orrery", "fit?sheet=arrival"),
    ("Hive hauler", "fit?sheet=arrival"),
    ("Orrery", "fit?sheet=turn"),
    ("Orrery", "build"),
    ("Crumb Line", "build"),
    ("Orrery", "build?sheet=order"),
    ("Orrery", "build?sheet=quote"),
    ("Skerry", "build?sheet=quote"),
)
ON_THE_ROAD = (
    ("Gannet", "drive"),
    ("Heron", "drive?sheet=result"),
    ("Gannet", "drive?sheet=trace"),
    ("Gannet", "drive?sheet=films"),
    ("Gannet", "hand-over"),
    ("Hive hauler", "hand-over"),
    ("Gannet", "hand-over?sheet=report"),
    ("Heron", "hand-over?sheet=visits"),
    ("Heron", "hand-over?sheet=noises"),
)


class _Pages(BrowserTestCase):
    at_yard = False
    maxDiff = None

    def look_at(self, view: str) -> list[str]:
        """Return what is wrong with the open page at any width; axe's rules are asked for at once."""
        self.rules_kept(view)
        wrong = []
        for width in WIDTHS:
            self.page.set_viewport_size({"width": width, "height": 800})
            self.settled()
            wrong += [f"{view} at {width}: {one}" for one in wrong_with(self.page)]
        return wrong

    def stations_are_fine(self, sheets) -> None:
        wrong = []
        for name, station in sheets:
            self.open_job(name, station)
            wrong += self.look_at(f"{name} {station}")
        self.assertEqual(wrong, [])


class RoomTests(_Pages):
    def test_every_room(self):
        wrong = []
        for address in ROOMS:
            self.walk_to(address)
            self.page.locator("main").first.wait_for()
            wrong += self.look_at(address or "yard")
        self.assertEqual(wrong, [])

    def test_the_sheet_of_a_kit_and_an_owner_s_page(self):
        kit = self.rows(Part).get(part_number="TM-KR35-H")
        self.walk_to(f"racks?list=sheets&sheet={kit.pk}")
        self.page.get_by_label("Step 1 says").wait_for()
        self.rules_kept("kit sheet")
        link = self.rows(QuoteLink).get(job__vehicle__name="Skerry wagon")
        self.page.goto(f"{self.live_server_url}/quote/{token_of(link)}")
        self.page.get_by_label("Your name").wait_for()
        self.rules_kept("owner's page")

    def test_the_sign_in(self):
        self.walk_to("")
        self.page.get_by_role("button", name="Sign out").click()
        self.page.get_by_label("Name").wait_for()
        self.rules_kept("sign-in")


class FirstStationTests(_Pages):
    def test_every_sheet(self):
        self.stations_are_fine(FIRST_STATIONS)

    def test_dialogs_and_an_open_number(self):
        self.open_job("Orrery", "weigh")
        self.place("rear.track_m").click()
        self.rules_kept("editor", beneath="button[data-place]")
        self.editor().press("Escape")
        for key, name in (("?", "Keys"), ("/", "Find")):
            self.page.keyboard.press(key)
            self.page.get_by_role("dialog", name=name).wait_for()
            self.rules_kept(name)
            self.page.keyboard.press("Escape")


class FitAndBuildTests(_Pages):
    def test_every_sheet(self):
        self.stations_are_fine(FIT_AND_BUILD)


class RoadTests(_Pages):
    def test_every_sheet(self):
        self.stations_are_fine(ON_THE_ROAD)

    def test_the_bay_and_its_trouble(self):
        for name, step, press in (
            ("Kelp", "rear.link.left.off", "Trouble"),
            ("Drift", "rear.torque.links", ""),
            ("Drift", "all.clearance", ""),
        ):
            self.page.goto(f"{self.live_server_url}/bay/{self.job(name).pk}?step={step}")
            self.page.get_by_role("heading", level=1).wait_for()
            self.rules_kept(f"bay, {step}")
            if press:
                self.page.get_by_role("button", name=press).click()
                self.rules_kept(f"bay, {press}")
                self.page.get_by_role("button", name="Something else found").click()
                self.rules_kept("bay, found")
