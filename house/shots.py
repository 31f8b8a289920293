"""Pictures of the main views, taken from the demo data: shots.py ADDRESS [FOLDER [NAME …]]."""

import sys
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from paths import ROOT

CHROMIUM = "/usr/bin/chromium"
ARGUMENTS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]

DESK, TABLET = (1280, 800), (820, 1180)


def open_job(name: str, station: str, sheet: str = "") -> Callable[[Page], None]:
    """Return the steps to one station, or one sheet of it, of the job with this vehicle."""

    def steps(page: Page) -> None:
        page.get_by_role("link", name=name).click()
        page.get_by_role("navigation", name="Stations").get_by_role("link", name=station).click()
        page.get_by_test_id("lean-change").wait_for()
        if sheet:
            page.get_by_role("link", name=sheet, exact=True).click()

    return steps


def with_curves(page: Page) -> None:
    open_job("Orrery", "Choose")(page)
    page.get_by_role("button", name="Side wind").click()
    page.get_by_role("button", name="Curves").click()
    page.get_by_role("img", name="Lean in a bend").scroll_into_view_if_needed()


def editing(page: Page) -> None:
    open_job("Orrery", "Weigh")(page)
    page.locator('[data-place="rear.link_spacing_m"]').click()
    page.get_by_label("Link spacing").fill('41 3/4"')


def intake(page: Page) -> None:
    page.get_by_role("link", name="Take in a vehicle").click()
    page.get_by_label("Front axle load").wait_for()


def stay(page: Page) -> None:
    page.get_by_role("link", name="Orrery").wait_for()


VIEWS: dict[str, tuple[tuple[int, int], str, Callable[[Page], None] | None]] = {
    "sign-in": (DESK, "paper", None),
    "yard": (DESK, "paper", stay),
    "intake": (DESK, "paper", intake),
    "weigh": (DESK, "paper", open_job("Orrery", "Weigh")),
    "weigh-editing": (DESK, "paper", editing),
    "weigh-stop": (DESK, "paper", open_job("Tidewater", "Weigh")),
    "weigh-bay": (DESK, "bay", open_job("Hive hauler", "Weigh")),
    "choose": (DESK, "paper", open_job("Orrery", "Choose")),
    "choose-wind": (DESK, "paper", with_curves),
    "choose-bay": (DESK, "bay", open_job("Hive hauler", "Choose")),
    "listen": (DESK, "paper", open_job("Orrery", "Listen")),
    "weigh-loads": (DESK, "paper", open_job("Hive hauler", "Weigh", "Pads and loads")),
    "weigh-height": (DESK, "paper", open_job("Orrery", "Weigh", "Centre of gravity")),
    "weigh-bars": (DESK, "paper", open_job("Orrery", "Weigh", "Bars there now")),
    "weigh-roll": (DESK, "paper", open_job("Orrery", "Weigh", "Roll test")),
    "weigh-certainty": (DESK, "paper", open_job("Orrery", "Weigh", "Certainty")),
    "look": (DESK, "paper", open_job("Bittern", "Look")),
    "look-tablet": (TABLET, "bay", open_job("Bittern", "Look")),
    "choose-tablet": (TABLET, "bay", open_job("Orrery", "Choose")),
}


def main(address: str, folder: Path, names: list[str]) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        for name in names or VIEWS:
            (width, height), theme, steps = VIEWS[name]
            page = browser.new_page(
                viewport={"width": width, "height": height}, reduced_motion="reduce"
            )
            page.set_default_timeout(10_000)
            page.on(
                "console", lambda said: said.type == "error" and print("console:", said.text[:200])
            )
            page.on("pageerror", lambda error: print("page error:", error))
            page.add_init_script(f"localStorage.setItem('calm-axle-theme', '{theme}')")
            page.goto(address)
            page.get_by_label("Name").wait_for()
            if steps is not None:
                page.get_by_label("Name").fill("wren")
                page.get_by_label("Password").fill("longcauseway")
                page.get_by_role("button", name="Sign in").click()
                steps(page)
            page.wait_for_load_state("networkidle")
            page.screenshot(path=folder / f"{name}.png")
            print(folder / f"{name}.png")
            page.close()
        browser.close()


if __name__ == "__main__":
    where, *rest = sys.argv[1:]
    main(where, Path(rest[0]) if rest else ROOT / "docs" / "screenshots", rest[1:])
