import { Panel } from "../ui/panel";

const KEYS = [
  ["1 – 8", "stations of the job; those it does not walk do nothing"],
  ["/", "find a job, a measurement, a part or a setting"],
  ["← →", "on the journey: weaker, stronger"],
  ["x", "show the figures before or after"],
  ["Enter", "edit the number the cursor is on"],
  ["Tab", "keep it and go to the next in measuring order"],
  ["↑ ↓", "while editing: how the number is known"],
  ["← →", "move a slider; with Shift ten steps"],
  ["← → ↑ ↓", "on the trade-off: the nearest set that way"],
  ["Esc", "leave a number as it was"],
  ["Ctrl Z", "undo your last change"],
  ["?", "this list"],
] as const;

export function KeysDialog({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Panel open={open} onClose={onClose} title="Keys">
      <dl className="grid grid-cols-[6rem_1fr] gap-y-2">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="figure">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}
