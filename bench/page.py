"""In the browser: from a key press on a slider to the drawing changed; and the page's size."""

from __future__ import annotations

import gzip
import json
import statistics
from pathlib import Path

from playwright.sync_api import CDPSession, Page, sync_playwright

from chromium import ARGUMENTS, CHROMIUM

ROOT = Path(__file__).resolve().parents[1]
PRESSES = 100
PLAYED_S = 5

#: Takes the time at the key press and again once the frame with the changed drawing is due.
_WATCH = """() => {
  window.spent = [];
  let pressed = 0;
  addEventListener("keydown", () => { pressed = performance.now(); }, true);
  const body = document.querySelector("[data-testid=$body]");
  new MutationObserver(() => requestAnimationFrame(() => {
    if (pressed) window.spent.push(performance.now() - pressed);
    pressed = 0;
  })).observe(body, { attributes: true, attributeFilter: ["transform"] });
}"""


#: Counts how often the body after is turned.
_COUNT = """() => {
  window.drawn = 0;
  const body = document.querySelector("[data-testid=motion-after]");
  new MutationObserver(() => { window.drawn += 1; })
    .observe(body, { attributes: true, attributeFilter: ["transform"] });
}"""


def script_size() -> dict[str, float]:
    """Return the compressed size of the scripts that the first page loads."""
    dist = ROOT / "web" / "dist"
    manifest = json.loads((dist / ".vite" / "manifest.json").read_text())
    entry = manifest["index.html"]
    files = {entry["file"], *(manifest[name]["file"] for name in entry.get("imports", []))}
    return {
        "first_page_script_kb": sum(len(gzip.compress((dist / f).read_bytes())) for f in files)
        / 1e3
    }


def sign_in(page: Page, address: str) -> None:
    """Come as the demo's lead, to the yard."""
    page.goto(address)
    page.get_by_label("Name").fill("wren")
    page.get_by_label("Password").fill("longcauseway")
    page.get_by_role("button", name="Sign in").click()
    page.get_by_role("heading", name="Yard").wait_for()


def _choose(page: Page, address: str) -> None:
    sign_in(page, address)
    page.get_by_role("link", name="Orrery").click()
    page.get_by_test_id("body-after").wait_for()


def slider(address: str) -> dict[str, float]:
    """Return median and 95th percentile from key press to drawn change."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.set_default_timeout(20_000)
        _choose(page, address)
        spent = _presses(page, "Bend", "body-after")
        page.get_by_role("link", name="In motion").click()
        page.get_by_test_id("motion-after").wait_for()
        scrubbed = _presses(page, "Time", "motion-after")
        frames = _frames(page)
        followed = _side_view(page) | _edits(page) | _sizes(page) | _rated(page)
        followed |= _plan_opens(page) | _far_away(page) | _throttled(page)
        browser.close()
    return followed | {
        "slider_presses": float(len(spent)),
        "slider_median_ms": statistics.median(spent),
        "slider_p95_ms": statistics.quantiles(spent, n=20)[-1],
        "scrub_median_ms": statistics.median(scrubbed),
        "scrub_p95_ms": statistics.quantiles(scrubbed, n=20)[-1],
        "replay_frames_a_second": frames,
    }


def _presses(page: Page, slider: str, body: str) -> list[float]:
    """Milliseconds from each key press on a slider to the drawing changed."""
    page.evaluate(_WATCH.replace("$body", body))
    thumb = page.get_by_role("slider", name=slider)
    for press in range(PRESSES):
        thumb.press("ArrowLeft" if press % 30 < 15 else "ArrowRight")
        page.wait_for_timeout(20)
    spent: list[float] = page.evaluate("() => window.spent")
    return spent


#: Counts the frames shown between a key press and the changed arm.
_FOLLOW = """() => {
  window.spent = [];
  window.waited = [];
  let [shown, pressed, since] = [0, 0, 0];
  const tick = () => { shown += 1; requestAnimationFrame(tick); };
  requestAnimationFrame(tick);
  addEventListener("keydown", () => { pressed = performance.now(); since = shown; }, true);
  new MutationObserver(() => {
    if (!pressed) return;
    window.waited.push(shown - since);
    window.spent.push(performance.now() - pressed);
    pressed = 0;
  }).observe(document.querySelector("[data-testid=arm-left]"), { attributes: true });
}"""


#: From Enter to the last change of the page that follows it.
_LAST = """() => {
  window.pressed = 0;
  window.changed = 0;
  window.seen = 0;
  addEventListener("keydown", (event) => {
    if (event.key === "Enter") {
      window.pressed = performance.now();
      window.seen = 0;
    }
  }, true);
  new MutationObserver(() => {
    window.changed = performance.now();
    if (!window.seen && document.querySelector("[data-place='rear.track_m'] [data-sent]"))
      window.seen = window.changed;
  })
    .observe(document.querySelector("main"), { subtree: true, childList: true,
      characterData: true, attributes: true });
}"""
EDITS = 30


def _edits(page: Page) -> dict[str, float]:
    """Milliseconds from a number entered to the last figure of the page that it changes."""
    page.get_by_role("navigation", name="Stations").get_by_role("link", name="Weigh").click()
    number = page.locator('[data-place="rear.track_m"]')
    number.wait_for()
    page.evaluate(_LAST)
    spent, seen = [], []
    for round_ in range(EDITS):
        number.click()
        editor = page.locator("input[aria-describedby$='-says']")
        editor.fill(f"{1850 + round_ % 7} mm")
        editor.press("Enter")
        page.wait_for_timeout(1000)
        spent.append(page.evaluate("() => window.changed - window.pressed"))
        seen.append(page.evaluate("() => window.seen - window.pressed"))
    return {
        "edit_median_ms": statistics.median(spent),
        "edit_p95_ms": statistics.quantiles(spent, n=20)[-1],
        "edit_seen_p95_ms": statistics.quantiles(seen, n=20)[-1],
    }


def _sizes(page: Page) -> dict[str, float]:
    """How large answers are as they come over the line, in kB."""
    job = page.url.split("/jobs/")[1].split("/")[0]
    sizes = page.evaluate(
        """async (paths) => {
          const sizes = [];
          for (const path of paths) {
            await (await fetch(path, { cache: "no-store" })).text();
            sizes.push(performance.getEntriesByName(location.origin + path).at(-1).encodedBodySize);
          }
          return sizes;
        }""",
        [f"/api/jobs/{job}", f"/api/jobs/{job}/ranking?state=trip_ready"],
    )
    return dict(zip(("job_kb", "ranking_kb"), (size / 1e3 for size in sizes), strict=True))


#: From the press that leads to Build to the first step of its plan.
_PLAN = """() => {
  window.waited = 0;
  let pressed = 0;
  addEventListener("click", () => { pressed = performance.now(); }, true);
  new MutationObserver(() => {
    if (!window.waited && document.querySelector("[data-step]"))
      window.waited = performance.now() - pressed;
  }).observe(document.body, { subtree: true, childList: true });
}"""
OPENINGS = 10


def _plan_opens(page: Page) -> dict[str, float]:
    """Milliseconds from the press on Build to the first figures of a plan not asked for yet."""
    stations = page.get_by_role("navigation", name="Stations")
    number = page.locator('[data-place="rear.track_m"]')
    page.evaluate(_PLAN)
    spent = []
    for round_ in range(OPENINGS):
        stations.get_by_role("link", name="Weigh").click()
        # Another number on the sheet: nothing of the plan is known any more.
        number.click()
        editor = page.locator("input[aria-describedby$='-says']")
        editor.fill(f"{1860 + round_} mm")
        editor.press("Enter")
        page.wait_for_timeout(1000)
        page.evaluate("() => { window.waited = 0; }")
        stations.get_by_role("link", name="Build").click()
        page.locator("[data-step]").first.wait_for()
        spent.append(page.evaluate("() => window.waited"))
    return {"plan_median_ms": statistics.median(spent), "plan_most_ms": max(spent)}


#: Counts the frames shown between a press and the mark that says it.
_MARKED = """() => {
  window.waited = [];
  let [shown, since] = [0, -1];
  const tick = () => { shown += 1; requestAnimationFrame(tick); };
  requestAnimationFrame(tick);
  addEventListener("click", () => { since = shown; }, true);
  new MutationObserver(() => {
    if (since >= 0) window.waited.push(shown - since);
    since = -1;
  }).observe(document.querySelector("main"), { subtree: true, attributes: true,
    attributeFilter: ["aria-checked", "aria-pressed", "data-state"] });
}"""
RATINGS = 20


def _rated(page: Page) -> dict[str, float]:
    """Frames from a press on Look to its mark."""
    page.get_by_role("navigation", name="Stations").get_by_role("link", name="Look").click()
    ratings = page.get_by_role("radio", name="watch"), page.get_by_role("radio", name="good")
    ratings[0].wait_for()
    page.evaluate(_MARKED)
    for press in range(RATINGS):
        ratings[press % 2].click()
        page.wait_for_timeout(150)
    waited: list[float] = page.evaluate("() => window.waited")
    return {"rated_frames": statistics.quantiles(waited, n=20)[-1]}


LATENCY_MS = 300


def _far_away(page: Page) -> dict[str, float]:
    """An edit with a slow network: when the hand sees what it wrote, and when the last figure."""
    session = page.context.new_cdp_session(page)
    session.send("Network.enable")
    _latency(session, LATENCY_MS)
    found = _edits(page)
    _latency(session, 0)
    return {
        "far_edit_seen_p95_ms": found["edit_seen_p95_ms"],
        "far_edit_median_ms": found["edit_median_ms"],
        "far_edit_p95_ms": found["edit_p95_ms"],
    }


def _latency(session: CDPSession, latency_ms: int) -> None:
    session.send(
        "Network.emulateNetworkConditions",
        {"offline": False, "latency": latency_ms, "downloadThroughput": -1, "uploadThroughput": -1},
    )


SLOWER = 4


def _throttled(page: Page) -> dict[str, float]:
    """The slider on a processor so many times slower."""
    stations = page.get_by_role("navigation", name="Stations")
    stations.get_by_role("link", name="Choose").click()
    page.get_by_test_id("body-after").wait_for()
    session = page.context.new_cdp_session(page)
    session.send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    spent = _presses(page, "Bend", "body-after")
    session.send("Emulation.setCPUThrottlingRate", {"rate": 1})
    return {"throttled_slider_p95_ms": statistics.quantiles(spent, n=20)[-1]}


def _side_view(page: Page) -> dict[str, float]:
    """How soon the side view of Fit follows its travel slider."""
    page.get_by_role("navigation", name="Stations").get_by_role("link", name="Fit").click()
    page.get_by_test_id("arm-left").wait_for()
    page.evaluate(_FOLLOW)
    thumb = page.get_by_role("slider", name="Travel")
    for press in range(PRESSES):
        thumb.press("ArrowLeft" if press % 30 < 15 else "ArrowRight")
        page.wait_for_timeout(20)
    spent: list[float] = page.evaluate("() => window.spent")
    waited: list[float] = page.evaluate("() => window.waited")
    return {
        "side_view_median_ms": statistics.median(spent),
        "side_view_p95_ms": statistics.quantiles(spent, n=20)[-1],
        "side_view_frames": statistics.quantiles(waited, n=20)[-1],
    }


def _frames(page: Page) -> float:
    """How often a second the body is drawn anew while a slalom plays."""
    page.get_by_role("button", name="From the start").click()
    page.evaluate(_COUNT)
    page.get_by_role("button", name="Play", exact=True).click()
    page.wait_for_timeout(PLAYED_S * 1000)
    return float(page.evaluate("() => window.drawn")) / PLAYED_S
