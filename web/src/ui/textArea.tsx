import { useEffect, useRef, useState } from "react";
import { RefusedError } from "../api/client";

type TextAreaProps = {
  label: string;
  value: string;
  /** Where a draft is kept on this device until the server has it. */
  draftKey: string;
  rows?: number;
  maxLength: number;
  disabled?: boolean;
  placeholder?: string;
  place?: string;
  save: (text: string) => Promise<unknown>;
};

const QUIET_MS = 700;
const RETRY_MS = 3000;

/**
 * Lines to write on, saved when the hand rests. A draft stays on this device until the server
 * has kept it, so that a lost connection or a closed page loses nothing.
 */
export function TextArea({
  label,
  value,
  draftKey,
  rows = 3,
  maxLength,
  disabled,
  placeholder,
  place,
  save,
}: TextAreaProps) {
  const [text, setText] = useState(() => localStorage.getItem(draftKey) ?? value);
  const [problem, setProblem] = useState("");
  const [shown, setShown] = useState(value);
  const timer = useRef<number | undefined>(undefined);

  // What others wrote appears, unless something of one's own is still on its way.
  if (shown !== value) {
    setShown(value);
    if (localStorage.getItem(draftKey) === null) setText(value);
  }

  async function send(latest: string) {
    window.clearTimeout(timer.current);
    try {
      await save(latest);
      if (localStorage.getItem(draftKey) === latest) localStorage.removeItem(draftKey);
      setProblem("");
    } catch (error) {
      if (!(error instanceof RefusedError)) throw error;
      setProblem(error.message);
      // Only a lost connection mends itself; a refused text waits for the writer.
      if (error.status === 0) timer.current = window.setTimeout(() => void send(latest), RETRY_MS);
    }
  }

  function onChange(next: string) {
    setText(next);
    localStorage.setItem(draftKey, next);
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => void send(next), QUIET_MS);
  }

  useEffect(() => {
    const draft = localStorage.getItem(draftKey);
    if (draft !== null && !disabled) timer.current = window.setTimeout(() => void send(draft), 0);
    return () => window.clearTimeout(timer.current);
    // Once, when the page opens: a draft that a closed page left behind is sent now.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);

  return (
    <label className="block">
      <span className="text-sm text-pale">{label}</span>
      <textarea
        value={text}
        rows={rows}
        maxLength={maxLength}
        disabled={disabled}
        placeholder={placeholder}
        data-place={place}
        onChange={(event) => onChange(event.target.value)}
        onBlur={() => {
          const draft = localStorage.getItem(draftKey);
          if (draft !== null) void send(draft);
        }}
        className="mt-1 block w-full border border-ink bg-sheet p-2 outline-none focus:outline-2 focus:outline-after"
      />
      <span role="status" className="block min-h-4 text-xs text-stop">
        {problem}
      </span>
    </label>
  );
}
