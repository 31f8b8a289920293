"""In the browser: a trace of 60,000 samples drawn, and dragged along."""

from __future__ import annotations

import statistics
import time
from uuid import uuid4

from playwright.sync_api import Page, sync_playwright

from axlecore.road.driving import Manoeuvre
from axlecore.vehicle.loads import LoadKey
from chromium import ARGUMENTS, CHROMIUM
from drive.models import Run, RunWhen, Surface
from drive.runs import TypedRun, keep_run
from jobs.models import Job
from jobs.opened import opened
from page import sign_in
from road import long_log
from shops.models import Person

OPENINGS, DRAGGED_S = 5, 3
#: From the press that opens the trace until its first frame is due.
_OPENS = """() => {
  window.drawn = 0;
  const pressed = performance.now();
  const watch = new MutationObserver(() => {
    if (!document.querySelector('[data-testid=trace]')) return;
    watch.disconnect();
    requestAnimationFrame(() => requestAnimationFrame(() => {
      window.drawn = performance.now() - pressed;
    }));
  });
  watch.observe(document.body, { subtree: true, childList: true });
}"""
#: Frames in which the span has moved, while a hand drags all the time.
_DRAGS = """() => {
  window.frames = 0;
  let last = '';
  const trace = document.querySelector('[data-testid=trace]');
  const count = () => {
    if (trace.dataset.from !== last) window.frames += 1;
    last = trace.dataset.from;
    requestAnimationFrame(count);
  };
  requestAnimationFrame(count);
}"""


def _keep(job: Job) -> Run:
    person = Person.objects.get(username="wren")
    typed = TypedRun(
        key=uuid4(),
        when=RunWhen.AFTER,
        manoeuvre=Manoeuvre.SLALOM,
        state=LoadKey.TRIP_READY,
        surface=Surface.DRY,
        place="Bench",
    )
    return keep_run(opened(job.pk, job.shop_id), person, typed, "bench.csv", long_log().encode())


def measure(address: str) -> dict[str, float]:
    """Return the time to a drawn trace, and frames a second while it is dragged."""
    job = Job.objects.get(vehicle__name__startswith="Gannet")
    run = _keep(job)
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        sign_in(page, address)
        page.goto(f"{address}/jobs/{job.pk}/drive?sheet=trace&run={run.pk}")
        page.get_by_test_id("trace").wait_for()
        spent = [_opened(page, run) for _ in range(OPENINGS)]
        frames = _dragged(page)
        browser.close()
    Run.objects.filter(pk=run.pk).delete()
    return {"trace_drawn_ms": statistics.median(spent), "trace_frames_a_second": frames}


def _opened(page: Page, run: Run) -> float:
    page.get_by_role("link", name="Runs").click()
    page.get_by_role("table", name="Runs before and after").wait_for()
    page.evaluate(_OPENS)
    page.locator(f'a[href*="run={run.pk}"]').click()
    page.wait_for_function("window.drawn > 0")
    return float(page.evaluate("window.drawn"))


def _dragged(page: Page) -> float:
    for _ in range(3):
        page.get_by_role("button", name="Nearer").click()
    box = page.get_by_test_id("trace").bounding_box()
    assert box is not None
    middle = box["x"] + box["width"] / 2, box["y"] + 100
    page.mouse.move(*middle)
    page.mouse.down()
    page.evaluate(_DRAGS)
    began, moves = time.monotonic(), 0
    while time.monotonic() - began < DRAGGED_S:
        page.mouse.move(middle[0] + (moves % 200) - 100, middle[1])
        moves += 1
    frames = float(page.evaluate("window.frames"))
    page.mouse.up()
    return frames / DRAGGED_S
