import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { LOAD_NAMES } from "../../api/generated/core";
import type { LoadKey } from "../../api/types";

const LOOK = "min-h-11 text-pale underline underline-offset-4 hover:text-ink";

/** Load states not weighed yet can be added; the one looked at can be taken away. */
export function LoadStates() {
  const { job, loadKey, setLoadKey, writes } = useJobView();
  const writable = useWritable();
  if (!writable) return null;
  const there = job.sheet.load_states.map(({ key }) => key);
  const missing = (Object.keys(LOAD_NAMES) as LoadKey[]).filter((key) => !there.includes(key));

  async function add(key: LoadKey) {
    await writes.changePart(`load_states.${key}`, true);
    setLoadKey(key);
  }

  return (
    <div className="flex flex-wrap items-center gap-x-4 text-[13px]">
      {missing.length > 0 && <span className="text-pale">Weigh it also</span>}
      {missing.map((key) => (
        <button key={key} type="button" className={LOOK} onClick={() => void add(key)}>
          {LOAD_NAMES[key].toLowerCase()}
        </button>
      ))}
      {there.length > 1 && (
        <button
          type="button"
          className={`${LOOK} ml-auto`}
          onClick={() => void writes.changePart(`load_states.${loadKey}`, false)}
        >
          Take {LOAD_NAMES[loadKey].toLowerCase()} away
        </button>
      )}
    </div>
  );
}
