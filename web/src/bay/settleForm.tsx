import { useState } from "react";
import { settlePlace, useBayWrites } from "../api/bay";
import { useSent } from "../api/outbox/useOutbox";
import { useLead } from "../api/session";
import type { AxleName, BayWork, Settling, Side } from "../api/types";
import { shownAs } from "../api/units";
import { caliper, degrees, grouped } from "../drawings/quantity";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { BigPick } from "./bigPick";
import { leanOf, readTape } from "./readTape";
import type { SideReads } from "./readTape";
import { SetDrawing } from "./setDrawing";
import { Settled } from "./settled";

const SIDES: Side[] = ["left", "right"];
type SideSet = { hole: number; link: string };

type SettleFormProps = { bay: BayWork; axle: AxleName; settling: Settling };

/** Hole and link length of both sides as they are set, what they give, and the last bolt. */
export function SettleForm({ bay, axle, settling }: SettleFormProps) {
  const { tape, typed, measured } = settling;
  const writes = useBayWrites(bay.job_id);
  const sent = useSent(bay.job_id)("bay", settlePlace(axle));
  const lead = useLead();
  const [sides, setSides] = useState<Record<Side, SideSet>>(() => ({
    left: { hole: (measured ?? tape.planned).left.hole, link: typed.left_link ?? "" },
    right: { hole: (measured ?? tape.planned).right.hole, link: typed.right_link ?? "" },
  }));
  const [gap, setGap] = useState<string | null>(null);
  const [override, setOverride] = useState("");
  const reads = (side: Side) => {
    const metres = lengthOf(sides[side].link);
    return metres === null ? null : readTape(tape, sides[side].hole, metres);
  };
  const planned = (side: Side) =>
    readTape(tape, tape.planned[side].hole, tape.planned[side].link_m);
  const ready = SIDES.every((side) => sides[side].link.trim() !== "");

  function keep(missed: string) {
    writes.settle({
      axle,
      left_hole: sides.left.hole + 1,
      left_link: sides.left.link,
      right_hole: sides.right.hole + 1,
      right_link: sides.right.link,
      gap: missed,
      override,
    });
    setGap(null);
  }

  return (
    <div>
      <div className="grid gap-4 sm:grid-cols-2">
        {SIDES.map((side) => (
          <SideOf
            key={side}
            side={side}
            set={sides[side]}
            tape={tape}
            reads={reads(side)}
            planned={planned(side)}
            onChange={(set) => setSides({ ...sides, [side]: set })}
          />
        ))}
      </div>
      <Lean left={reads("left")} right={reads("right")} planned={planned} />
      {!sent && <Settled settling={settling} />}
      {lead && settling.settled && !settling.settled.holds && (
        <BigField
          label="A lead's reason to tighten it so all the same"
          value={override}
          maxLength={300}
          onChange={(event) => setOverride(event.target.value)}
          className="min-h-14 text-xl"
        />
      )}
      {gap === null ? (
        <div className="mt-3 grid gap-3 sm:grid-cols-[2fr_1fr]">
          <BigButton
            primary
            className="min-h-20 text-2xl"
            disabled={!ready}
            onClick={() => keep("")}
          >
            The last bolt drops in by hand
          </BigButton>
          <BigButton disabled={!ready} onClick={() => setGap("")}>
            It misses
          </BigButton>
        </div>
      ) : (
        <form
          className="mt-3 flex items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            if (gap.trim()) keep(gap);
          }}
        >
          <BigField
            label={`The last bolt misses by, ${shownAs("small_length").symbol}`}
            value={gap}
            inputMode="decimal"
            maxLength={20}
            onChange={(event) => setGap(event.target.value)}
            className="min-h-16 text-3xl"
          />
          <BigButton type="submit" className="max-w-32" disabled={gap.trim() === ""}>
            Keep it
          </BigButton>
        </form>
      )}
    </div>
  );
}

/** A length as it is typed here, in the unit shown [m]; null while it is none. */
function lengthOf(typed: string): number | null {
  const [number = "", unit = ""] = typed.trim().split(/(?<=[\d.,])\s*(?=[a-z"]|$)/);
  const value = Number(number.replace(",", "."));
  const shown = shownAs("small_length");
  const per = unit === "mm" ? 1e3 : unit === "in" || unit === '"' ? 1 / 0.0254 : shown.per;
  return typed.trim() === "" || !Number.isFinite(value) ? null : value / per;
}

const capital = (side: Side) => (side === "left" ? "Left" : "Right");

type SideOfProps = {
  side: Side;
  set: SideSet;
  tape: Settling["tape"];
  reads: SideReads | null;
  planned: SideReads;
  onChange: (set: SideSet) => void;
};

function SideOf({ side, set, tape, reads, planned, onChange }: SideOfProps) {
  const plan = tape.planned[side];
  return (
    <fieldset>
      <legend className="text-xl font-semibold">{capital(side)}</legend>
      <p className="text-pale">
        planned: hole {plan.hole + 1}, link {caliper(plan.link_m)}
      </p>
      {tape.holes.length > 1 && (
        <BigPick
          label="Hole, counted from the end"
          value={String(set.hole)}
          options={tape.holes.map((_, hole) => ({
            value: String(hole),
            text: String(hole + 1),
          }))}
          onChange={(hole) => onChange({ ...set, hole: Number(hole) })}
        />
      )}
      <BigField
        label={`${capital(side)} link, eye to eye, ${shownAs("small_length").symbol}`}
        value={set.link}
        inputMode="decimal"
        maxLength={20}
        onChange={(event) => onChange({ ...set, link: event.target.value })}
        className="min-h-16 text-3xl"
      />
      <SetDrawing side={side} now={reads} planned={planned} up={tape.link_up} />
      <p className="min-h-6 text-pale tabular-nums">
        {reads?.ratio != null && reads.armRad !== null && reads.linkRad !== null
          ? `motion ratio ${grouped(reads.ratio, 2)} · arm ${degrees(reads.armRad, 0)} · link ${degrees(reads.linkRad, 0)} off plumb`
          : reads && "no link of this length hangs here"}
      </p>
    </fieldset>
  );
}

type LeanProps = {
  left: SideReads | null;
  right: SideReads | null;
  planned: (side: Side) => SideReads;
};

function Lean({ left, right, planned }: LeanProps) {
  const now = left && right && leanOf(left, right);
  const was = leanOf(planned("left"), planned("right"));
  if (now === null || was === null) return null;
  return (
    <p className="mt-2 text-lg tabular-nums">
      Lean at 0.3 g {degrees(now, 2)}, planned {degrees(was, 2)}
    </p>
  );
}
