import { useEffect, useRef, useState } from "react";

const SLOWER = 4;

/**
 * A tape that plays, stops at its end, can be scrubbed and slowed.
 * @param endS - its length [s]
 * @param startS - where it stands at first, so that a still picture shows something [s]
 */
export function useTape(endS: number, startS: number) {
  const [time, setTime] = useState(startS);
  const [playing, setPlaying] = useState(false);
  const [slow, setSlow] = useState(false);
  const last = useRef<number | null>(null);

  useEffect(() => {
    if (!playing) return;
    let frame = requestAnimationFrame(function tick(now) {
      const passed = last.current === null ? 0 : (now - last.current) / 1000;
      last.current = now;
      setTime((was) => {
        const next = was + passed / (slow ? SLOWER : 1);
        if (next >= endS) setPlaying(false);
        return Math.min(next, endS);
      });
      frame = requestAnimationFrame(tick);
    });
    return () => {
      last.current = null;
      cancelAnimationFrame(frame);
    };
  }, [playing, slow, endS]);

  return {
    time,
    playing,
    slow,
    toggle: () => {
      // At its end it begins again.
      if (!playing && time >= endS) setTime(0);
      setPlaying(!playing);
    },
    turnSlow: () => setSlow(!slow),
    scrub: (to: number) => {
      setPlaying(false);
      setTime(to);
    },
    rewind: () => {
      setPlaying(false);
      setTime(0);
    },
  };
}
