"""Pictures of the main views, taken from the demo data: shots.py ADDRESS [FOLDER [NAME …]]."""

import sys
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from chromium import ARGUMENTS, CHROMIUM
from paths import ROOT

DESK, TABLET = (1280, 800), (820, 1180)


def open_job(name: str, station: str, sheet: str = "") -> Callable[[Page], None]:
    """Return the steps to one station, or one sheet of it, of the job with this vehicle."""

    def steps(page: Page) -> None:
        page.get_by_role("list", name="Jobs").get_by_role("link", name=name).first.click()
        page.get_by_role("navigation", name="Stations").get_by_role("link", name=station).click()
        page.get_by_test_id("lean-change").wait_for()
        if sheet:
            page.get_by_role("link", name=sheet, exact=True).click()

    return steps


def stay(page: Page) -> None:
    page.get_by_role("link", name="Orrery").wait_for()


def comparing(page: Page) -> None:
    open_job("Orrery", "Choose", "Ranking")(page)
    page.get_by_test_id("picked-point").wait_for()


def room(name: str, press: str = "") -> Callable[[Page], None]:
    """Return the steps to a room beside the yard, and to one thing in it."""

    def steps(page: Page) -> None:
        page.get_by_role("navigation", name="Rooms").get_by_role("link", name=name).click()
        page.get_by_role("heading", name=name, exact=True).wait_for()
        if press:
            page.get_by_role("button", name=press).first.click()

    return steps


def record(page: Page) -> None:
    page.get_by_role("navigation", name="Rooms").get_by_role("link", name="Shop").click()
    page.get_by_role("link", name="Predicted and measured").click()
    page.get_by_test_id("held").wait_for()


def under_the_vehicle(page: Page) -> None:
    open_job("Drift library", "Build")(page)
    page.get_by_role("link", name="Go under with it").click()
    page.get_by_role("heading", level=1).wait_for()
    # Back to the last joint that was read.
    while page.get_by_role("list", name="Torque log").count() == 0:
        page.get_by_role("button", name="Back").click()
        page.wait_for_timeout(200)


def torque(page: Page) -> None:
    room("Bench")(page)
    page.get_by_role("link", name="Torque").click()
    page.get_by_label("The sheet says").fill("110 N·m")
    page.get_by_test_id("sheet-says").wait_for()


def turning(page: Page) -> None:
    open_job("Orrery", "Fit", "Turntable")(page)
    page.get_by_test_id("turntable").wait_for()
    # Drawn by software, one frame takes its time.
    page.wait_for_timeout(1500)


VIEWS: dict[str, tuple[tuple[int, int], str, Callable[[Page], None] | None]] = {
    "yard": (DESK, "paper", stay),
    "listen": (DESK, "paper", open_job("Orrery", "Listen")),
    "weigh": (DESK, "paper", open_job("Orrery", "Weigh")),
    "look": (DESK, "paper", open_job("Bittern", "Look")),
    "choose": (DESK, "paper", open_job("Orrery", "Choose")),
    "choose-ranking": (DESK, "paper", comparing),
    "choose-motion": (DESK, "paper", open_job("Orrery", "Choose", "In motion")),
    "hand-over": (DESK, "paper", open_job("Heron rescue", "Hand over", "Coming back")),
    "record": (DESK, "paper", record),
    "fit": (DESK, "paper", open_job("Orrery", "Fit")),
    "fit-clash": (DESK, "paper", open_job("Orrery", "Fit", "Obstacles")),
    "fit-turn": (DESK, "paper", turning),
    "build": (DESK, "paper", open_job("Orrery", "Build")),
    "quote": (DESK, "paper", open_job("Skerry", "Build", "Quote")),
    "bay": (TABLET, "bay", under_the_vehicle),
    "drive": (DESK, "paper", open_job("Gannet", "Drive", "Did it hold?")),
    "board": (DESK, "paper", room("Board")),
    "racks": (DESK, "paper", room("Racks", "GC-25R")),
    "bench": (DESK, "paper", torque),
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
            # What is still being worked out is no picture of the view.
            page.get_by_text("Working it out …", exact=True).first.wait_for(state="detached")
            page.locator('[data-stale="true"]').first.wait_for(state="detached")
            page.screenshot(path=folder / f"{name}.png")
            print(folder / f"{name}.png")
            page.close()
        browser.close()


if __name__ == "__main__":
    where, *rest = sys.argv[1:]
    main(where, Path(rest[0]) if rest else ROOT / "docs" / "screenshots", rest[1:])
