import { useEffect, useState } from "react";

const KEY = "calm-axle-reads-aloud";

/** The browser's own voice: reads a step when it comes up, while it is switched on. */
export function useVoice(text: string) {
  const [on, setOn] = useState(() => localStorage.getItem(KEY) === "yes");
  useEffect(() => {
    if (!on || !("speechSynthesis" in window)) return;
    speechSynthesis.cancel();
    speechSynthesis.speak(new SpeechSynthesisUtterance(text));
    return () => speechSynthesis.cancel();
  }, [on, text]);
  const turn = () => {
    localStorage.setItem(KEY, on ? "no" : "yes");
    setOn(!on);
  };
  return { on, turn };
}
