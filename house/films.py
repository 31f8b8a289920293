"""The demo's two films, drawn from the core's own replay: films.py FOLDER."""

from __future__ import annotations

import base64
import json
import math
import sys
from pathlib import Path

from playwright.sync_api import sync_playwright

from axlecore.motion.manoeuvres import MANOEUVRES, Course
from axlecore.motion.replay import replay
from axlecore.vehicle.axle import new_bar
from axlecore.vehicle.ends import End
from axlecore.vehicle.loads import LoadKey
from axlecore.vehicle.rig import Action, SetUp, Vehicle, with_choice
from chromium import ARGUMENTS, CHROMIUM
from demo import scenario

PART = "OR-K32T"
#: Into a bend and held there; each film is as long, at so many frames a second.
COURSE, LASTS_S, FRAMES_HZ = Course(lateral_m_s2=3.4), 6.0, 30
FILMS = (("before", "#5d6c7a"), ("after", "#0c705d"))
WIDTH, HEIGHT, GROUND, PX_PER_M = 1280, 720, 640, 180

#: Draws each frame when it is due, and gives the film as base64.
_DRAW = """async ([leans, hz, body, axis, colour]) => {
  const canvas = document.querySelector('canvas');
  const pen = canvas.getContext('2d');
  const [width, height, ground] = [canvas.width, canvas.height, body.ground];
  const draw = (lean) => {
    pen.fillStyle = '#e4dccb'; pen.fillRect(0, 0, width, height);
    pen.fillStyle = '#b9b09c'; pen.fillRect(0, ground, width, height - ground);
    pen.strokeStyle = '#1b2833'; pen.lineWidth = 3;
    pen.beginPath(); pen.moveTo(0, ground); pen.lineTo(width, ground); pen.stroke();
    for (const side of [-1, 1]) {
      pen.fillStyle = '#1b2833';
      pen.fillRect(width / 2 + side * body.half * 0.78 - 26, ground - 92, 52, 92);
    }
    pen.save();
    pen.translate(width / 2, axis); pen.rotate(lean);
    pen.fillStyle = '#fdfbf5'; pen.strokeStyle = colour; pen.lineWidth = 5;
    pen.beginPath();
    pen.roundRect(-body.half, body.top - axis, 2 * body.half, body.bottom - body.top, 26);
    pen.fill(); pen.stroke();
    pen.lineWidth = 8; pen.beginPath();
    pen.moveTo(-body.half, body.stripe - axis); pen.lineTo(body.half, body.stripe - axis);
    pen.stroke();
    pen.restore();
  };
  draw(leans[0]);
  const recorder = new MediaRecorder(canvas.captureStream(hz), {
    mimeType: 'video/webm;codecs=vp8', videoBitsPerSecond: 600000 });
  const parts = [];
  recorder.ondataavailable = (event) => parts.push(event.data);
  const ended = new Promise((done) => { recorder.onstop = done; });
  recorder.start();
  const began = performance.now();
  for (;;) {
    const at = Math.floor((performance.now() - began) / 1000 * hz);
    if (at >= leans.length) break;
    draw(leans[at]);
    await new Promise((next) => setTimeout(next, 500 / hz));
  }
  recorder.stop();
  await ended;
  const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
  let text = '';
  for (let i = 0; i < bytes.length; i += 32768)
    text += String.fromCharCode(...bytes.subarray(i, i + 32768));
  return btoa(text);
}"""


def _set_up(vehicle: Vehicle) -> SetUp:
    part = next(row.part for row in scenario.rack() if row.part.part_number == PART)
    assert part.bar is not None
    return with_choice(SetUp(), End.REAR, Action.SUPPLEMENT, new_bar(vehicle.rear, part.bar))


def drawn(vehicle: Vehicle) -> dict[str, float]:
    """Where the body is drawn, in pixels."""
    roof, floor = vehicle.roof_height_m.value, vehicle.floor_height_m.value
    return {
        "half": vehicle.width_m.value / 2 * PX_PER_M,
        "top": GROUND - roof * PX_PER_M,
        "bottom": GROUND - floor * PX_PER_M,
        "stripe": GROUND
        - (vehicle.roof_height_m.value + vehicle.floor_height_m.value) / 2 * PX_PER_M,
        "ground": GROUND,
    }


def main(folder: Path) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    vehicle = scenario.seedbank()
    runs = replay(vehicle, _set_up(vehicle), LoadKey.TRIP_READY, COURSE)
    body = drawn(vehicle)
    axis = body["bottom"] + 40
    truth = {"width": WIDTH, "axis": axis, **body}
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=ARGUMENTS)
        page = browser.new_page()
        page.set_content(f"<canvas width={WIDTH} height={HEIGHT}></canvas>")
        for name, run, colour in zip(
            ("before", "after"), runs, ("#5d6c7a", "#0c705d"), strict=True
        ):
            curve = run.lean_rad[MANOEUVRES.index("steady bend")]
            every = 1 / (FRAMES_HZ * run.step_s)
            leans = [curve[round(at * every)] for at in range(int(LASTS_S * FRAMES_HZ))]
            film = page.evaluate(_DRAW, [leans, FRAMES_HZ, body, axis, colour])
            (folder / f"{name}.webm").write_bytes(base64.b64decode(film))
            truth[f"{name}_deg"] = math.degrees(leans[-1])
        browser.close()
    (folder / "films.json").write_text(json.dumps(truth, indent=2) + "\n")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
