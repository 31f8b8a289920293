import * as z from "zod/mini";
import { withUnit } from "../api/units";
import { useAttempt } from "../api/attempt";
import { useRackWrites } from "../api/racks";
import { useWritable } from "../api/session";
import type { KitSheetView, SheetTorque } from "../api/types";
import { useDraft } from "../job/useDraft";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { FastenersForm } from "./fastenersForm";
import { LinesForm } from "./linesForm";

const LINE = z.object({
  says: z.string(),
  bolt: z.string(),
  socket: z.string(),
  hand: z.string(),
  loose_until: z.string(),
  unclear: z.string(),
  answer: z.string(),
});
const TORQUE = z.object({
  where: z.string(),
  size: z.string(),
  grade: z.string(),
  count: z.number(),
  torque: z.string(),
  cushioned: z.boolean(),
  lock_nut: z.boolean(),
});
const DRAFT = z.object({
  base_version: z.number(),
  lines: z.array(LINE),
  torques: z.array(TORQUE),
});
export type LineDraft = z.infer<typeof LINE>;
export type TorqueDraft = z.infer<typeof TORQUE>;
type Draft = z.infer<typeof DRAFT>;

/** As the sheet gives it, so that it reads the same in any units. */
function typedTorque({ torque_n_m: low, torque_to_n_m: high }: SheetTorque): string {
  if (low == null) return "";
  return high == null ? `${low} N·m` : `${low}-${high} N·m`;
}

const asTyped = (kit: KitSheetView): Draft => ({
  base_version: kit.version,
  lines: (kit.sheet.lines ?? []).map((line) => ({
    says: line.says,
    bolt: line.bolt ?? "",
    socket: line.socket ?? "",
    hand: line.hand ?? "",
    loose_until: line.loose_until ?? "",
    unclear: line.unclear ?? "",
    answer: line.answer ?? "",
  })),
  torques: kit.torques.map((one) => ({
    where: one.where,
    size: one.size,
    grade: one.grade,
    count: one.count ?? 2,
    torque: typedTorque(one),
    cushioned: one.joint === "cushioned",
    lock_nut: one.nut === "lock nut",
  })),
});

/** As it is sent: each torque with the unit it was typed in. */
const withUnits = (draft: Draft): Draft => ({
  ...draft,
  torques: draft.torques.map((one) => ({ ...one, torque: withUnit(one.torque, "torque") })),
});

/** "lines.2.socket" as people say it. */
function placeOf(field: string): string {
  const [list, at] = field.split(".");
  const name = list === "lines" ? "Step" : list === "torques" ? "Fastener" : undefined;
  return name && at !== undefined ? `${name} ${Number(at) + 1}: ` : "";
}

/** A kit's sheet as it is written down; what is typed stays on this device until it is kept. */
export function KitSheetForm({ kit }: { kit: KitSheetView }) {
  const stands = asTyped(kit);
  const form = `kit-sheet.${kit.part_id}`;
  const { draft, write, clear } = useDraft(form, DRAFT, stands);
  const { writeSheet } = useRackWrites();
  const { refusal, attempt } = useAttempt();
  const writable = useWritable();
  const changed = JSON.stringify(draft) !== JSON.stringify(stands);
  const overtaken = draft.base_version !== kit.version;

  const complaint = refusal?.complaints[0];
  return (
    <fieldset disabled={!writable} className="min-w-0">
      <FastenersForm
        fasteners={draft.torques}
        onChange={(torques) => write({ ...draft, torques })}
      />
      <LinesForm
        lines={draft.lines}
        bolts={draft.torques.map(({ where }) => where).filter(Boolean)}
        onChange={(lines) => write({ ...draft, lines })}
      />
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <Button
          primary
          disabled={!changed}
          onClick={() => void attempt(() => writeSheet(kit.part_id, withUnits(draft), form))}
        >
          Keep the sheet
        </Button>
        {changed && <Button onClick={clear}>Begin anew from what stands</Button>}
      </div>
      <Alert>
        {complaint
          ? `${placeOf(complaint.field)}${complaint.message}`
          : (refusal?.message ??
            (overtaken ? "Somebody kept another version meanwhile; begin anew from it." : ""))}
      </Alert>
    </fieldset>
  );
}
