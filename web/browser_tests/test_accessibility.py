from pathlib import Path

from browser_tests.browser import BrowserTestCase

AXE = Path(__file__).parents[1] / "node_modules" / "axe-core" / "axe.min.js"

FIT_SHEETS = (
    "side", "holes", "links", "across", "clash", "drill", "bolts", "arrival", "turn",
)

#: Links in running text and small marks that are not controls by themselves.
TARGET_PX = 24


class AccessibilityTests(BrowserTestCase):
    def check(self, view: str, beneath: str = "") -> None:
        """Ask axe about the page as it is; what lies beneath something open is left out."""
        self.page.evaluate(AXE.read_text())
        found = self.page.evaluate(
            "beneath => axe.run({ exclude: beneath ? [beneath] : [] },"
            " { runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'] })",
            beneath,
        )
        broken = {
            rule["id"]: [node["html"][:160] for node in rule["nodes"][:3]]
            for rule in found["violations"]
        }
        self.assertEqual(broken, {}, view)
        self.assertGreater(len(found["passes"]), 10)

    def test_every_screen_in_both_themes(self):
        for theme in ("paper", "bay"):
            self.page.evaluate(f"() => localStorage.setItem('calm-axle-theme', '{theme}')")
            self.page.goto(self.live_server_url)
            self.page.get_by_role("link", name="Orrery").wait_for()
            self.check(f"yard, {theme}")
            self.page.goto(f"{self.live_server_url}/new")
            self.page.get_by_label("Front axle load").wait_for()
            self.check(f"intake, {theme}")
            for address in ("racks?kind=kit", "racks/import", "bench/bar", "bench/torque",
                            "bench/link", "bench/snapped", "bench/pictures"):
                self.page.goto(f"{self.live_server_url}/{address}")
                self.page.wait_for_load_state("networkidle")
                self.check(f"{address}, {theme}")
            for name, station in (
                ("Orrery", "listen"), ("Orrery", "weigh"), ("Tidewater", "weigh"),
                ("Hive hauler", "weigh?sheet=loads"), ("Orrery", "weigh?sheet=height"),
                ("Orrery", "weigh?sheet=bars"), ("Orrery", "weigh?sheet=roll"),
                ("Orrery", "weigh?sheet=certainty"), ("Bittern", "look"), ("Orrery", "choose"),
                ("Hive hauler", "choose"), ("Orrery", "choose?sheet=target"),
                ("Orrery", "choose?sheet=ranking"), ("Orrery", "choose?sheet=motion"),
                ("Orrery", "choose?sheet=ground"), ("Orrery", "choose?sheet=steel"),
                ("Hive hauler", "choose?sheet=decide"), ("Tidewater", "fit"),
                ("Crumb Line", "fit"),
                *(("Orrery", f"fit?sheet={sheet}") for sheet in FIT_SHEETS),
            ):
                self.open_job(name, station)
                self.page.wait_for_load_state("networkidle")
                self.check(f"{name} {station}, {theme}")

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

    def test_the_sign_in(self):
        self.page.get_by_role("button", name="Sign out").click()
        self.page.get_by_label("Name").wait_for()
        self.check("sign-in")

    def test_controls_are_large_enough_for_a_finger(self):
        for station in ("listen", "weigh", "look", "choose", "weigh?sheet=height",
                        "choose?sheet=ranking", "choose?sheet=decide", "fit",
                        "fit?sheet=holes", "fit?sheet=clash", "fit?sheet=drill"):
            self.open_job("Orrery", station)
            for control in self.page.locator("main button, main select, nav a").all():
                box = control.bounding_box()
                if box and box["height"] and not control.get_attribute("data-place"):
                    self.assertGreaterEqual(
                        box["height"], TARGET_PX, control.evaluate("e => e.outerHTML.slice(0, 120)")
                    )
