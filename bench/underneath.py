"""In the bay: opened cold and offline, a press to the next step, and a full outbox sent."""

from __future__ import annotations

import statistics
import time
from dataclasses import replace

from playwright.sync_api import Browser, BrowserContext, Page, sync_playwright

from axlecore.build.edits import Added, PlanEdits
from axlecore.build.steps import VehicleState
from axlecore.practice.stations import JobKind
from chromium import ARGUMENTS, CHROMIUM
from jobs.models import Job, Shelf
from jobs.opened import OpenJob, opened
from jobs.services import open_job_on_copy
from jobs.work import edit_plan
from jobs.writes import write
from page import sign_in
from shops.models import Person

#: How much slower a phone's processor is than this one.
SLOWER = 4
OWN_STEPS, PRESSES = 60, 55
OPENINGS = 5
#: Step of the plan that waits for its own ones, so that these come first.
FIRST = ("rear.bushings",)
ANSWERS, PHOTOS = 500, 100
#: A page's sheets are fetched once it has been quiet for some seconds.
FETCHED_MS = 20_000
_PATIENCE_MS = 300_000

#: Notes when the step can be read, from when its address was entered.
_READ = """
new MutationObserver((_, watch) => {
  if (!document.querySelector('main h1')) return;
  requestAnimationFrame(() => { window.read ??= performance.now(); });
  watch.disconnect();
}).observe(document, { subtree: true, childList: true });
"""
#: Takes the time from a pedal's press to the next step drawn.
_PRESSED = """() => {
  window.spent = [];
  let [pressed, before] = [0, ''];
  const said = () => document.querySelector('main h1')?.textContent ?? '';
  addEventListener('keydown', () => { pressed = performance.now(); before = said(); }, true);
  new MutationObserver(() => {
    if (!pressed || said() === before) return;
    const since = pressed;
    pressed = 0;
    requestAnimationFrame(() => window.spent.push(performance.now() - since));
  }).observe(document.body, { subtree: true, childList: true, characterData: true });
}"""
#: Puts answers and photos on the device as a day without a network leaves them.
_FILL = """async ([jobId, answers, photos, step]) => {
  const canvas = new OffscreenCanvas(1600, 1200);
  const paper = canvas.getContext('2d');
  const lines = (n) => { for (let i = 0; i < 400; i++) {
    paper.fillStyle = `hsl(${(i * 37 + n * 11) % 360} 60% 50%)`;
    paper.fillRect((i * 97) % 1600, (i * 61) % 1200, 140, 90);
  } };
  const writes = [];
  const base = (n) => ({ id: crypto.randomUUID(), at: Date.now() - 1e6 + n, person: 'wren',
    jobId, seen: 'null', step: 'do', typed: 'bench' });
  for (let n = 0; n < answers; n++) {
    // One step done and taken back, again and again: as many writes as a week of work.
    const [what, body] = n % 2 ? ['back', { step }]
      : ['answers', { step, kind: 'tick', said: '' }];
    writes.push({ ...base(n), base: 'bay', place: `${step} ${what}`,
      ask: { method: 'POST', path: `/api/jobs/${jobId}/bay/${what}`, body } });
    if (n % Math.floor(answers / photos) === 0 && writes.filter((w) => w.file).length < photos) {
      lines(n);
      const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
      const place = `step.own.${n % 59}`;
      writes.push({ ...base(n + 0.5), base: 'photos', place,
        ask: { method: 'POST', path: `/api/jobs/${jobId}/photos`, body: { place } },
        file: new File([blob], 'x.jpg', { type: 'image/jpeg' }) });
    }
  }
  await new Promise((done) => {
    const opened = indexedDB.open('calm-axle-outbox');
    opened.onsuccess = () => {
      const kept = opened.result.transaction('writes', 'readwrite');
      for (const write of writes) kept.objectStore('writes').put(write, write.id);
      kept.oncomplete = () => { opened.result.close(); done(); };
    };
  });
  return writes.length;
}"""
#: The longest time that the page could not answer a hand.
_STALLS = """
window.stalls = [0];
new PerformanceObserver((list) => {
  for (const entry of list.getEntries()) window.stalls.push(entry.duration);
}).observe({ type: 'longtask', buffered: true });
"""


def measure(address: str) -> dict[str, float]:
    """Return what the bay takes, in a browser of its own."""
    job = _made()
    path = f"{address}/bay/{job.pk}"
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        signed_in = _signed_in(browser, address)
        found = _cold(browser, signed_in, path) | _offline(signed_in, path)
        found |= _next_step(signed_in, path) | _sent(signed_in, path, job.pk)
        browser.close()
    Job.objects.filter(pk=job.pk).update(shelf=Shelf.DELETED)
    return found


def _made() -> Job:
    """A copy of the hive hauler that is only measured on, with steps of its own, each a tick."""
    hive = Job.objects.get(vehicle__name__startswith="Hive", shelf=Shelf.YARD)
    lead = Person.objects.get(username="wren")
    first = opened(hive.pk, lead.shop_id)
    copy = open_job_on_copy(lead, first, "Bench", "measured on", JobKind.UPGRADE, first.set_up)
    own = tuple(
        Added(
            f"own.{at}", f"Own step {at}.", "to be measured", VehicleState.ON_WHEELS, before=FIRST
        )
        for at in range(OWN_STEPS)
    )

    def add(job: OpenJob) -> None:
        edits = replace(job.read(PlanEdits), added=own)
        edit_plan(job, lead, job.versions["plan"], "own", "added", edits)

    write(copy.pk, lead.shop_id, add)
    return copy


def _signed_in(browser: Browser, address: str) -> BrowserContext:
    context = browser.new_context(viewport={"width": 390, "height": 844})
    context.set_default_timeout(_PATIENCE_MS)
    page = context.new_page()
    sign_in(page, address)
    page.close()
    return context


def _read_s(page: Page, path: str) -> float:
    """Seconds from an address entered to its first step drawn."""
    page.add_init_script(_READ)
    page.goto(path)
    page.wait_for_function("() => window.read")
    read: float = page.evaluate("() => window.read")
    return read / 1e3


def _cold(browser: Browser, signed_in: BrowserContext, path: str) -> dict[str, float]:
    """A device that never saw the application, as slow as a phone."""
    spent = []
    for _ in range(OPENINGS):
        context = browser.new_context(
            viewport={"width": 390, "height": 844},
            storage_state=signed_in.storage_state(),
            service_workers="block",
        )
        page = context.new_page()
        context.new_cdp_session(page).send("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
        spent.append(_read_s(page, path))
        context.close()
    return {"bay_cold_s": statistics.median(spent)}


def _offline(context: BrowserContext, path: str) -> dict[str, float]:
    """The installed application, without a network."""
    page = context.new_page()
    page.goto(path)
    page.evaluate("() => navigator.serviceWorker.ready.then(() => true)")
    # Opened once more under the worker, the job comes onto the device.
    page.reload()
    page.goto(path.replace("/bay/", "/jobs/") + "/build")
    page.wait_for_timeout(FETCHED_MS)
    page.close()
    context.set_offline(True)
    spent = []
    for _ in range(OPENINGS):
        page = context.new_page()
        spent.append(_read_s(page, path))
        page.close()
    context.set_offline(False)
    return {"bay_offline_s": statistics.median(spent)}


def _next_step(context: BrowserContext, path: str) -> dict[str, float]:
    """From a pedal's press to the next step."""
    page = context.new_page()
    page.goto(path)
    page.get_by_role("heading", level=1).wait_for()
    page.evaluate(_PRESSED)
    for _ in range(PRESSES):
        page.keyboard.press("PageDown")
        page.wait_for_timeout(250)
    spent: list[float] = page.evaluate("() => window.spent")
    page.close()
    return {
        "bay_presses": float(len(spent)),
        "bay_press_median_ms": statistics.median(spent),
        "bay_press_p95_ms": statistics.quantiles(spent, n=20)[-1],
    }


def _sent(context: BrowserContext, path: str, job_id: int) -> dict[str, float]:
    """A full outbox sent: how long, and how long at most the page could not answer a hand."""
    page = context.new_page()
    page.goto(path)
    page.get_by_role("heading", level=1).wait_for()
    page.get_by_role("status").first.filter(has_text="Saved").wait_for()
    bay = page.request.get(path.replace("/bay/", "/api/jobs/") + "/bay").json()
    # One that the presses left open: done and taken back again and again.
    step = next(
        one["key"]
        for one in bay["progress"]["steps"]
        if one["stands"] == "open" and one["key"].startswith("own.")
    )
    kept: int = page.evaluate(_FILL, [job_id, ANSWERS, PHOTOS, step])
    page.add_init_script(_STALLS)
    begun = time.monotonic()
    page.reload()
    saving = page.get_by_role("status").first
    saving.filter(has_text="photos").wait_for()
    saving.filter(has_text="Saved").wait_for()
    found = {
        "outbox_writes": float(kept),
        "outbox_sent_s": time.monotonic() - begun,
        "outbox_longest_task_ms": page.evaluate("() => Math.max(...window.stalls)"),
    }
    page.close()
    return found
