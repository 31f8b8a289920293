from browser_tests.browser import AXE, BrowserTestCase
from jobs.agreeing import token_of
from jobs.models import QuoteLink
from racks.models import Part

FIT_SHEETS = (
    "side", "holes", "links", "across", "clash", "drill", "bolts", "arrival", "turn",
)

ALL_RULES = ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"]

#: Off by default, or no part of the standard: asked all the same.
MORE_RULES = ["target-size", "label-content-name-mismatch", "empty-table-header"]

class AccessibilityTests(BrowserTestCase):
    def check(self, view: str, beneath: str = "") -> None:
        """Ask axe about the page as it is; what lies beneath something open is left out."""
        # Figures that newer ones are still to come for are dimmed on purpose.
        self.page.locator('[data-stale="true"]').wait_for(state="detached")
        self.page.evaluate(AXE.read_text())
        self.assertGreater(self.broken_rules(view, beneath, ALL_RULES), 10)

    def check_in_both_themes(self, view: str) -> None:
        """Ask for everything by day; in the bay's theme only colours are others."""
        self.check(f"{view}, paper")
        self.page.evaluate("() => { document.documentElement.dataset.theme = 'bay' }")
        self.assertEqual(self.broken_rules(f"{view}, bay", "", ["color-contrast"]), 1)
        self.page.evaluate("() => { document.documentElement.dataset.theme = 'paper' }")

    def broken_rules(self, view: str, beneath: str, rules: list[str]) -> int:
        """Fail where a rule is broken; return how many were kept."""
        found = self.page.evaluate(
            """([beneath, runOnly, more]) => {
              const byTag = runOnly[0].startsWith('wcag');
              const rules = byTag ? Object.fromEntries(more.map((id) => [id, { enabled: true }])) : {};
              const resultTypes = ['violations'];
              return axe.run({ exclude: beneath ? [beneath] : [] }, { runOnly, rules, resultTypes });
            }""",
            [beneath, rules, MORE_RULES],
        )
        broken = {
            rule["id"]: [node["html"][:160] for node in rule["nodes"][:3]]
            for rule in found["violations"]
        }
        self.assertEqual(broken, {}, view)
        return len(found["passes"])

    def test_every_room_in_both_themes(self):
        self.page.get_by_role("link", name="Orrery").wait_for()
        self.check_in_both_themes("yard")
        self.page.goto(f"{self.live_server_url}/new")
        self.page.get_by_label("Front axle load").wait_for()
        self.check_in_both_themes("intake")
        for address in (
            "board", "racks?kind=kit", "racks?list=shelf", "racks/import", "shop", "people", "bench/two", "bench/bar", "bench/torque", "bench/link",
            "bench/snapped", "bench/pictures",
        ):
            self.page.goto(f"{self.live_server_url}/{address}")
            self.page.wait_for_load_state("networkidle")
            self.check_in_both_themes(address)

    def test_every_station_in_both_themes(self):
        for name, station in (
            ("Orrery", "listen"), ("Orrery", "weigh"), ("Tidewater", "weigh"),
            ("Hive hauler", "weigh?sheet=loads"), ("Orrery", "weigh?sheet=height"),
            ("Orrery", "weigh?sheet=bars"), ("Orrery", "weigh?sheet=roll"),
            ("Orrery", "weigh?sheet=certainty"), ("Bittern", "look"), ("Orrery", "choose"),
            ("Hive hauler", "choose"), ("Orrery", "choose?sheet=target"),
            ("Orrery", "choose?sheet=ranking"), ("Orrery", "choose?sheet=motion"),
            ("Orrery", "choose?sheet=ground"), ("Orrery", "choose?sheet=steel"),
            ("Hive hauler", "choose?sheet=decide"), ("Tidewater", "fit"),
            ("Crumb Line", "fit"), ("Orrery", "build"), ("Crumb Line", "build"),
            ("Orrery", "build?sheet=order"), ("Orrery", "build?sheet=quote"),
            *(("Orrery", f"fit?sheet={sheet}") for sheet in FIT_SHEETS),
        ):
            self.open_job(name, station)
            self.page.wait_for_load_state("networkidle")
            self.check_in_both_themes(f"{name} {station}")

    def test_dialogs_and_an_open_number(self):
        self.open_job("Orrery", "weigh")
        self.place("rear.track_m").click()
        self.check("editor", beneath="button[data-place]")
        self.editor().press("Escape")
        self.page.keyboard.press("?")
        self.page.get_by_role("dialog", name="Keys").wait_for()
        self.check("keys")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("/")
        self.page.get_by_role("dialog", name="Find").wait_for()
        self.check("find")

    def test_the_sheet_of_a_kit_and_an_owner_s_page(self):
        kit = self.rows(Part).get(part_number="TM-KR35-H")
        self.page.goto(f"{self.live_server_url}/racks?list=sheets&sheet={kit.pk}")
        self.page.get_by_label("Step 1 says").wait_for()
        self.check_in_both_themes("kit sheet")
        link = self.rows(QuoteLink).get(job__vehicle__name="Skerry wagon")
        self.page.goto(f"{self.live_server_url}/quote/{token_of(link)}")
        self.page.get_by_label("Your name").wait_for()
        self.check("owner's page")

    def test_the_sign_in(self):
        self.page.get_by_role("button", name="Sign out").click()
        self.page.get_by_label("Name").wait_for()
        self.check("sign-in")

    def test_the_bay_and_its_trouble(self):
        for name, step, press in (
            ("Kelp", "rear.link.left.off", "Trouble"),
            ("Drift", "rear.torque.links", ""),
            ("Drift", "all.clearance", ""),
        ):
            job = self.job(name)
            self.page.goto(f"{self.live_server_url}/bay/{job.pk}?step={step}")
            self.page.get_by_role("heading", level=1).wait_for()
            self.check(f"bay, {step}")
            if press:
                self.page.get_by_role("button", name=press).click()
                self.check(f"bay, {press}")
                self.page.get_by_role("button", name="Something else found").click()
                self.check("bay, found")
