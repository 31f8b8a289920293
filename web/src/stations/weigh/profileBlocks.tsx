import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";

const LOOK =
  "min-h-11 px-2 text-[13px] text-pale underline underline-offset-4 hover:text-ink disabled:no-underline";

/** Blocks of the side profile: one more at the rear, or the last one away. */
export function ProfileBlocks() {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const count = job.sheet.profile.blocks.length;
  return (
    <div>
      <button
        type="button"
        className={LOOK}
        disabled={!writable}
        onClick={() => void writes.changePart("profile.blocks", true)}
      >
        Add a block
      </button>
      <button
        type="button"
        className={LOOK}
        disabled={!writable || count < 2}
        onClick={() => void writes.changePart("profile.blocks", false)}
      >
        Take the last away
      </button>
    </div>
  );
}
