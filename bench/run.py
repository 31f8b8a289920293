"""All measurements in one run, as a table and as JSON: run.py ADDRESS."""

from __future__ import annotations

import json
import os
import platform
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT / room) for room in ("server", "house", "bench")]
os.environ.setdefault("DJANGO_SETTINGS_MODULE", "calmaxle.settings")

import bars  # noqa: E402
import build  # noqa: E402
import calmaxle.wsgi  # noqa: E402, F401  settings come first; set up as the server is
import catalogue  # noqa: E402
import endpoint  # noqa: E402
import evaluation  # noqa: E402
import fitup  # noqa: E402
import giving_back  # noqa: E402
import page  # noqa: E402
import physics  # noqa: E402
import road  # noqa: E402
import targets  # noqa: E402
import trace_page  # noqa: E402
import underneath  # noqa: E402

#: What each figure is asked to be: name → (words, unit, target or None).
FIGURES: dict[str, tuple[str, str, str]] = {
    "bars_ratio": ("1,000 bars, times faster than one by one", "×", "at least 1000"),
    "bars_together_ms": ("1,000 bars at once", "ms", ""),
    "bars_one_by_one_s": ("1,000 bars in the frame package", "s", ""),
    "bars_largest_disagreement_percent": ("largest disagreement", "%", "at most 0.1"),
    "rank_s": ("rank 2,000 sets × 4 load states", "s", "at most 1"),
    "rank_ratio": ("times faster than one-by-one calls", "×", "at least 50"),
    "bands_s": ("5,000 samples of one set-up, before and after", "s", "at most 0.3"),
    "respond_s": ("60 s at 200 Hz, 9 manoeuvres, before and after", "s", "at most 0.1"),
    "map_s": ("lean map 60 × 60, 4 states, before and after", "s", "at most 0.05"),
    "holes_combinations": ("hole matrix: 4 × 3 × 3 × 5", "", ""),
    "holes_s": ("the same, 41 travels and 12 obstacles", "s", "at most 0.2"),
    "holes_ratio": ("times faster than the plain loop", "×", "at least 30"),
    "holes_disagreement_mm": ("largest disagreement of both", "mm", ""),
    "plan_ms": ("plan of the example's job, all rusted", "ms", "under 30"),
    "plan_median_ms": ("press on Build to the plan's first figures, median", "ms", "under 150"),
    "plan_most_ms": ("the same, the longest of ten", "ms", ""),
    "quote_s": ("quote: 120 steps, 40 bolts, 5,000 draws", "s", "under 0.15"),
    "quote_ratio": ("times faster than the plain loop", "×", "at least 50"),
    "board_few_s": ("board: 12 jobs, 2 bays, 10 days", "s", "at most 1"),
    "board_many_s": ("board: 30 jobs, 3 bays, 15 days", "s", "at most 5"),
    "board_many_gap_percent": ("the same, how far it may be off", "%", "at most 2"),
    "road_gradient_holds_percent": (
        "road: 200 logs, gradient's interval holds",
        "%",
        "at least 90",
    ),
    "road_median_off_percent": ("the same, gradient off, median", "%", "under 3"),
    "road_most_off_percent": ("the same, furthest off, all said to be wide", "%", ""),
    "road_frequency_holds_percent": ("frequency's interval holds, where told", "%", "at least 90"),
    "road_damping_holds_percent": ("damping's interval holds, where told", "%", "at least 90"),
    "road_frequency_told": ("logs that tell a frequency", "", ""),
    "road_long_read_s": ("10 minutes at 100 Hz read", "s", ""),
    "road_long_s": ("the same read, cleaned, fitted, 500 draws", "s", "at most 1.5"),
    "bumps_told": ("120 runs over bumps that tell how it rests", "", ""),
    "bumps_frequency_holds_percent": ("the same, frequency's interval holds", "%", "at least 90"),
    "bumps_damping_holds_percent": ("the same, damping's interval holds", "%", "at least 90"),
    "bumps_frequency_most_off_percent": ("the same, frequency off at most", "%", ""),
    "report_s": ("owner's report as PDF", "s", "under 1.5"),
    "archive_out_s": ("archive of a whole job, out", "s", "under 2"),
    "archive_in_s": ("the same, in", "s", ""),
    "archive_mb": ("its size", "MB", ""),
    "yard_ms": ("yard of 10,000 jobs, the slowest of four asks", "ms", "under 100"),
    "yard_queries": ("the same, queries", "", ""),
    "trace_drawn_ms": ("trace of 60,000 samples, press to drawn, median", "ms", "under 300"),
    "trace_frames_a_second": ("the same dragged along, frames a second", "", "at least 30"),
    "import_s": ("import of all of axlecore's models", "s", "under 0.5"),
    "memory_mb": ("most memory of all that", "MB", "under 300"),
    "evaluation_processor_ms": ("one evaluation, processor time", "ms", "under 10"),
    "answer_again_processor_ms": ("the same asked again, processor time", "ms", ""),
    "edit_processor_median_ms": ("an edit with a fit-up begun, server, median", "ms", ""),
    "edit_processor_p95_ms": ("an edit with a fit-up begun, server, p95", "ms", "under 40"),
    "edit_median_ms": ("an edit, Enter to the last figure, median", "ms", ""),
    "edit_p95_ms": ("an edit, Enter to the last figure, p95", "ms", "under 120"),
    "edit_seen_p95_ms": ("an edit, Enter to what was typed shown, p95", "ms", ""),
    "far_edit_seen_p95_ms": ("the same with 300 ms of network, p95", "ms", "under 100"),
    "far_edit_median_ms": ("an edit with 300 ms of network, last figure, median", "ms", ""),
    "far_edit_p95_ms": ("an edit with 300 ms of network, last figure, p95", "ms", ""),
    "rated_frames": ("a press on Look to its mark, frames, p95", "", "at most 1"),
    "job_kb": ("a job as it comes over the line", "kB", ""),
    "ranking_kb": ("a ranking as it comes over the line", "kB", ""),
    "throttled_slider_p95_ms": ("slider on a processor 4 × slower, p95", "ms", "under 100"),
    "endpoint_median_ms": ("evaluation endpoint, 16 clients, median", "ms", ""),
    "endpoint_p95_ms": ("evaluation endpoint, 16 clients, p95", "ms", ""),
    "endpoint_answers_a_second": ("evaluation endpoint, throughput", "/s", ""),
    "racks_import_s": ("take in 10,000 parts", "s", ""),
    "racks_search_s": ("search 10,000 parts, one page", "s", "at most 0.2"),
    "racks_search_ratio": ("the same over the demo's 131 parts", "×", ""),
    "racks_ranking_s": ("rank a job's sets out of 10,000 parts", "s", "at most 2"),
    "racks_ranking_ratio": ("the same over the demo's 131 parts", "×", ""),
    "racks_short_list_s": ("bars and kits of one axle out of 10,000 parts", "s", ""),
    "racks_short_list_ratio": ("the same over the demo's 131 parts", "×", ""),
    "replay_frames_a_second": ("replay, frames drawn a second", "/s", "at least 30"),
    "scrub_median_ms": ("key press on the tape to drawing, median", "ms", ""),
    "scrub_p95_ms": ("key press on the tape to drawing, p95", "ms", "under 100"),
    "slider_median_ms": ("key press to drawing, median", "ms", ""),
    "slider_p95_ms": ("key press to drawing, p95", "ms", "under 100"),
    "side_view_median_ms": ("travel key to side view, median", "ms", ""),
    "side_view_p95_ms": ("travel key to side view, p95", "ms", ""),
    "side_view_frames": ("frames before it has changed, p95", "", "at most 1"),
    "slider_presses": ("key presses seen", "", ""),
    "bay_cold_s": ("bay: first step, cold, on a processor 4 × slower", "s", "under 2"),
    "bay_offline_s": ("bay: first step, installed, no network", "s", "under 1"),
    "bay_presses": ("pedal presses seen", "", ""),
    "bay_press_median_ms": ("pedal's press to the next step, median", "ms", ""),
    "bay_press_p95_ms": ("pedal's press to the next step, p95", "ms", "under 80"),
    "outbox_writes": ("outbox: 500 answers with 100 photos", "", ""),
    "outbox_sent_s": ("the same, all sent", "s", ""),
    "outbox_longest_task_ms": ("the same, longest task of the page", "ms", "under 200"),
    "first_page_script_kb": ("first page's scripts, compressed", "kB", "under 220"),
}


def main(address: str) -> None:
    # Measured before the browser starts: its loop makes Django refuse plain queries.
    found = (
        physics.measure()
        | fitup.measure()
        | build.measure()
        | bars.measure()
        | evaluation.measure()
        | road.measure()
        | giving_back.measure()
    )
    found |= endpoint.measure(address)
    found |= underneath.measure(address)
    found |= trace_page.measure(address)
    found |= catalogue.measure() | page.script_size() | page.slider(address)
    machine = f"{platform.machine()}, {os.cpu_count()} cores, Python {platform.python_version()}"
    evaluation_ms = found["evaluation_processor_ms"]
    figures = [
        targets.Figure(words, unit, found[name], target, evaluation_ms)
        for name, (words, unit, target) in FIGURES.items()
    ]
    said = f"Measured on {machine}; one evaluation took {evaluation_ms:.1f} ms there."
    print(f"\n{said}\n\n{targets.table(figures)}")
    targets.write_down("bench", f"{said}\n\n{targets.table(figures)}")
    print(json.dumps({"machine": machine, **found}))


if __name__ == "__main__":
    main(sys.argv[1])
