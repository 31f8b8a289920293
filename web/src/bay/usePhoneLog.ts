import { useEffect, useRef, useState } from "react";
import { useDriveWrites } from "../api/drive";
import type { Typed } from "../api/drive";
import { useOutbox } from "../api/outbox/useOutbox";
import { useSession } from "../api/queries";
import { growing } from "./phoneDraft";
import { browserMotion } from "./motionSource";
import type { MotionSample } from "./motionSource";
import { begin, emptyLog, lasted, tableOf, take, wasDriven } from "./phoneLog";
import type { Phase, PhoneLog } from "./phoneLog";

/** What is said aloud as a phase begins: nobody looks at it. */
const SPOKEN: Record<Phase, string> = {
  ready: "",
  still: "Stand still for twenty seconds.",
  drive: "Drive now. Come back, stand, and press once.",
  "still again": "Stand still for twenty seconds.",
  done: "Done. It is kept on this phone.",
};
/** The log as it grows, and what it is handed to once it stands again. */
export function usePhoneLog(jobId: number) {
  const writes = useDriveWrites(jobId);
  const outbox = useOutbox();
  const person = useSession().data?.username ?? "";
  const log = useRef<PhoneLog>(emptyLog());
  const draft = useRef<ReturnType<typeof growing> | null>(null);
  const source = useRef(browserMotion());
  const [shown, setShown] = useState({ phase: "ready" as Phase, seconds: 0, rate: 0 });
  const [failed, setFailed] = useState("");
  useEffect(() => {
    const running = source.current;
    return () => running.stop();
  }, []);

  /** Resolves once it is on its way: nobody waits for more, and what is refused is said. */
  async function keep(typed: Typed, whole: PhoneLog, drivenAt?: Date) {
    const name = `phone, ${typed.manoeuvre}.csv`;
    const file = new File([tableOf(whole)], name, { type: "text/csv" });
    void writes.keepLog(typed, file, {}, drivenAt).catch(() => undefined);
    await outbox.held();
  }

  const show = () => {
    const { phase, samples } = log.current;
    const last = samples.at(-1)?.timeS ?? 0;
    const lately = samples.slice(-200).filter(({ timeS }) => timeS > last - 1).length;
    setShown({ phase, seconds: lasted(log.current), rate: lately });
  };

  function heard(typed: Typed, sample: MotionSample, speed: number) {
    const before = log.current.phase;
    take(log.current, sample, speed);
    const { phase, samples } = log.current;
    draft.current?.keep(log.current);
    if (phase !== before) {
      speak(SPOKEN[phase]);
      if (phase === "done") {
        source.current.stop();
        void keep(typed, log.current).then(draft.current?.drop);
      }
    }
    if (phase !== before || samples.length % 25 === 0) show();
  }

  return {
    ...shown,
    failed,
    keep,
    start: (typed: Typed) => {
      let speed = NaN;
      log.current = emptyLog();
      draft.current = growing({ person, jobId, typed, begunAt: Date.now() });
      void source.current
        .start(
          (sample) => heard(typed, sample, speed),
          (mS) => (speed = mS),
        )
        .then((why) => {
          setFailed(why);
          if (why) return;
          begin(log.current, "still");
          speak(SPOKEN.still);
          show();
        });
    },
    standing: () => {
      if (!wasDriven(log.current)) return;
      begin(log.current, "still again");
      speak(SPOKEN["still again"]);
      show();
    },
    again: () => {
      log.current = emptyLog();
      show();
    },
  };
}

function speak(text: string): void {
  if (text === "" || !("speechSynthesis" in window)) return;
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}
