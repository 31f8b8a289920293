import { useState } from "react";
import { Panel } from "../ui/panel";
import type { Hit } from "./useHits";
import { useHits } from "./useHits";

type FindDialogProps = {
  open: boolean;
  onClose: () => void;
  /** Settings of this device by name. */
  settings: Hit[];
};

const ASKED = "Job, measurement, sheet, part, calculator, word or setting";

/** Find anything by name: where it is, or, for a word of the trade, what it means. */
export function FindDialog({ open, onClose, settings }: FindDialogProps) {
  const [find, setFind] = useState("");
  const hits = useHits(find, open, settings);

  function leave(go: (() => void) | undefined) {
    setFind("");
    onClose();
    go?.();
  }

  return (
    <Panel open={open} onClose={() => leave(undefined)} title="Find">
      <input
        autoFocus
        aria-label={ASKED}
        placeholder={ASKED}
        value={find}
        onChange={(event) => setFind(event.target.value)}
        onKeyDown={(event) => event.key === "Enter" && hits[0]?.go && leave(hits[0].go)}
        className="min-h-11 w-full border-b-2 border-ink bg-transparent outline-none"
      />
      <ul className="mt-3">
        {hits.map((hit) => (
          <li key={hit.key} className="border-b border-line">
            {hit.go ? (
              <button
                type="button"
                onClick={() => leave(hit.go)}
                className="flex min-h-11 w-full flex-wrap items-center justify-between gap-x-3 text-left hover:text-after"
              >
                {hit.text}
                <span className="text-sm text-pale">{hit.what}</span>
              </button>
            ) : (
              <p className="min-h-11 py-2">
                {hit.text}: <span className="text-sm text-pale">{hit.what}</span>
              </p>
            )}
          </li>
        ))}
      </ul>
      {hits.length === 0 && <p className="mt-3 text-pale">Nothing by that name.</p>}
    </Panel>
  );
}
