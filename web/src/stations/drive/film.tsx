import { useEffect, useImperativeHandle, useRef, useState } from "react";
import type { Ref } from "react";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { FileButton } from "../../ui/fileButton";
import { frozen } from "./frame";
import type { Frame } from "./frame";

/** What both films do together. */
export type FilmHandle = {
  play: (on: boolean, speed: number) => void;
  slow: (speed: number) => void;
  step: (seconds: number) => void;
  toMark: () => void;
  freeze: () => Frame | undefined;
};
type FilmProps = { when: "before" | "after"; ref: Ref<FilmHandle> };

/** One film of this device, with the instant that both are started at. */
export function Film({ when, ref }: FilmProps) {
  const video = useRef<HTMLVideoElement>(null);
  const [url, setUrl] = useState<string | null>(null);
  const [mark, setMark] = useState(0);
  const [bad, setBad] = useState("");
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);
  useImperativeHandle(ref, () => ({
    play: (on, speed) => {
      const film = video.current;
      if (film === null) return;
      film.playbackRate = speed;
      if (on) void film.play().catch(() => undefined);
      else film.pause();
    },
    slow: (speed) => video.current && (video.current.playbackRate = speed),
    step: (seconds) => {
      video.current?.pause();
      if (video.current) video.current.currentTime += seconds;
    },
    toMark: () => video.current && (video.current.currentTime = mark),
    freeze: () => (video.current ? frozen(video.current) : undefined),
  }));

  return (
    <section aria-label={`Film ${when}`}>
      <h2 className="font-semibold first-letter:uppercase">{when}</h2>
      {url && (
        <video
          ref={video}
          src={url}
          muted
          playsInline
          controls
          preload="auto"
          data-testid={`film-${when}`}
          className="my-1 block max-h-96 w-full border border-line"
          onError={() => setBad("This browser cannot show that film; take a WebM or MP4.")}
        />
      )}
      <Alert roomy={false}>{bad}</Alert>
      <div className="flex flex-wrap items-center gap-3">
        <FileButton
          label={`Film ${when} the work`}
          accept="video/*"
          className="inline-grid min-h-11 cursor-pointer place-items-center border border-ink px-4 text-sm"
          onFile={(file) => {
            setBad("");
            setMark(0);
            setUrl(URL.createObjectURL(file));
          }}
        >
          {url ? "Another film" : "Choose a film"}
        </FileButton>
        {url && (
          <>
            <Button
              aria-label={`Mark this instant ${when}`}
              onClick={() => setMark(video.current?.currentTime ?? 0)}
            >
              Mark this instant
            </Button>
            <span className="text-sm text-pale">
              mark at <span className="figure">{mark.toFixed(2)} s</span>
            </span>
          </>
        )}
      </div>
    </section>
  );
}
