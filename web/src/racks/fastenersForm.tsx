import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Tick } from "../ui/tick";
import type { TorqueDraft } from "./kitSheetForm";

const NEW: TorqueDraft = {
  where: "",
  size: "",
  grade: "",
  count: 2,
  torque: "",
  cushioned: false,
  lock_nut: false,
};

type FastenersFormProps = {
  fasteners: TorqueDraft[];
  onChange: (fasteners: TorqueDraft[]) => void;
};

/** The kit's fasteners, each with its torque or range as the sheet prints it. */
export function FastenersForm({ fasteners, onChange }: FastenersFormProps) {
  const change = (at: number, part: Partial<TorqueDraft>) =>
    onChange(fasteners.map((one, i) => (i === at ? { ...one, ...part } : one)));
  return (
    <section aria-label="Fasteners of the kit">
      <h3 className="font-semibold">Fasteners</h3>
      {fasteners.map((one, at) => (
        <div key={at} className="border-t border-line py-2" data-fastener={at}>
          <div className="grid items-end gap-3 sm:grid-cols-[2fr_1fr_1fr_1fr_2fr]">
            <Field
              label="Which bolt"
              value={one.where}
              onChange={(event) => change(at, { where: event.target.value })}
            />
            <Field
              label="Size"
              value={one.size}
              placeholder="M12x1.75"
              onChange={(event) => change(at, { size: event.target.value })}
            />
            <Field
              label="Grade on its head"
              value={one.grade}
              placeholder="10.9"
              onChange={(event) => change(at, { grade: event.target.value })}
            />
            <Field
              label="How many"
              type="number"
              min={1}
              max={40}
              value={one.count}
              onChange={(event) => change(at, { count: Number(event.target.value) })}
            />
            <Field
              label="Torque or range"
              value={one.torque}
              placeholder="78-88 N·m"
              onChange={(event) => change(at, { torque: event.target.value })}
            />
          </div>
          <div className="flex flex-wrap items-center gap-x-6">
            <Tick
              label="through a bushing, to a bulge"
              on={one.cushioned}
              onChange={(cushioned) => change(at, { cushioned })}
            />
            <Tick
              label="lock nut"
              on={one.lock_nut}
              onChange={(lock_nut) => change(at, { lock_nut })}
            />
            <button
              type="button"
              className="min-h-11 text-sm text-pale underline underline-offset-4"
              onClick={() => onChange(fasteners.filter((_, i) => i !== at))}
            >
              Take away {one.where || "this one"}
            </button>
          </div>
        </div>
      ))}
      <Button className="mt-2" onClick={() => onChange([...fasteners, NEW])}>
        Another fastener
      </Button>
    </section>
  );
}
