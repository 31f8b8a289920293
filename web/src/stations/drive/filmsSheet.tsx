import { useRef, useState } from "react";
import { Button } from "../../ui/button";
import { Choice } from "../../ui/choice";
import { Film } from "./film";
import type { FilmHandle } from "./film";
import { Frozen } from "./frozen";
import type { Frame } from "./frame";

const WHENS = ["before", "after"] as const;
const SPEEDS = [
  { value: "1", text: "1" },
  { value: "0.5", text: "½" },
  { value: "0.25", text: "¼" },
  { value: "0.125", text: "⅛" },
];
/** A frame of a film nobody knows the rate of [s]. */
const FRAME_S = 1 / 30;

/** Two films side by side: started together, slowed, stepped, frozen, and read. */
export function FilmsSheet({ jobId }: { jobId: number }) {
  const films = { before: useRef<FilmHandle>(null), after: useRef<FilmHandle>(null) };
  const [speed, setSpeed] = useState("1");
  const [playing, setPlaying] = useState(false);
  const [frames, setFrames] = useState<Partial<Record<(typeof WHENS)[number], Frame>>>({});
  const both = (act: (film: FilmHandle) => void) =>
    WHENS.forEach((when) => films[when].current && act(films[when].current));

  function play(on: boolean) {
    setPlaying(on);
    both((film) => film.play(on, Number(speed)));
  }
  function freeze() {
    play(false);
    const frozen = WHENS.map((when) => [when, films[when].current?.freeze()] as const);
    setFrames(Object.fromEntries(frozen.filter(([, frame]) => frame)));
  }

  return (
    <div>
      <div className="grid gap-6 sheet:grid-cols-2">
        {WHENS.map((when) => (
          <Film key={when} when={when} ref={films[when]} />
        ))}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3" role="group" aria-label="Both films">
        <Button
          onClick={() => {
            both((film) => film.toMark());
            play(true);
          }}
        >
          Both from their marks
        </Button>
        <Button onClick={() => play(!playing)}>{playing ? "Stop both" : "Go on"}</Button>
        <Button onClick={() => both((film) => film.step(-FRAME_S))}>One frame back</Button>
        <Button onClick={() => both((film) => film.step(FRAME_S))}>One frame on</Button>
        <Choice
          label="Speed"
          value={speed}
          options={SPEEDS}
          onChange={(next) => {
            setSpeed(next);
            both((film) => film.slow(Number(next)));
          }}
        />
        <Button primary onClick={freeze}>
          Freeze and measure
        </Button>
      </div>
      <p className="mt-2 max-w-prose text-sm text-pale">
        The films stay on this device; a frozen frame is kept with its lines if you keep it. Camera
        behind the vehicle, level, looking along the road; the same lens and place for both.
      </p>
      <div className="mt-4 grid gap-6 sheet:grid-cols-2">
        {WHENS.map((when) => {
          const frame = frames[when];
          return frame ? (
            <Frozen
              key={`${when} ${frame.url.length} ${frame.atS}`}
              jobId={jobId}
              when={when}
              frame={frame}
            />
          ) : (
            <div key={when} />
          );
        })}
      </div>
    </div>
  );
}
