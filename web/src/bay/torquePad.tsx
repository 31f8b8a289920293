import { useState } from "react";
import { useBayWrites } from "../api/bay";
import { useOnItsWay } from "../api/outbox/useOutbox";
import { useLead } from "../api/session";
import { shownAs } from "../api/units";
import type { BayJoint, BayWork } from "../api/types";
import { torqueOf } from "../drawings/quantity";
import { Fold } from "../ui/fold";
import { Again } from "./again";
import { BigButton } from "./bigButton";
import { BigField } from "./bigField";
import { BigPick } from "./bigPick";
import { Bolts } from "./bolts";
import { RadioWrench } from "./radioWrench";
import { boltsLeft, placesSent, supersededOf } from "./standing";
import { TorqueLog } from "./torqueLog";

type TorquePadProps = { bay: BayWork; joint: string; onDone: () => void };

const WRENCH = "calm-axle-wrench";

/** A joint's torque: what it is to be, which bolt is next, and its reading. */
export function TorquePad({ bay, joint: key, onDone }: TorquePadProps) {
  const joint = bay.joints[key];
  const writes = useBayWrites(bay.job_id);
  const lead = useLead();
  const left = boltsLeft(joint, key, placesSent(useOnItsWay(), bay.job_id));
  const [typed, setTyped] = useState("");
  const [wrench, setWrench] = useState(() => localStorage.getItem(WRENCH) ?? "");
  const [extension, setExtension] = useState("");
  const [override, setOverride] = useState("");
  const [simulated, setSimulated] = useState(false);
  const [bolt = 0] = left;
  if (!joint) return <p className="text-stop">This joint is not in the plan any more.</p>;
  const fails = standingRow(joint, bolt);

  function keep(how: "read" | "no wrench reaches" | "to a slight bulge") {
    const read = how === "read";
    const row = {
      joint: key,
      bolt,
      how,
      typed: read ? typed : "",
      wrench_id: read && wrench ? Number(wrench) : null,
      extension: read ? extension : "",
      supersedes: fails?.id ?? null,
      override,
      simulated: read && simulated,
    };
    writes.torque(row);
    setTyped("");
    setOverride("");
    if (left.length === 1) onDone();
  }

  const pickWrench = (id: string) => {
    localStorage.setItem(WRENCH, id);
    setWrench(id);
  };
  return (
    <div>
      <Target joint={joint} />
      <Bolts order={joint.target.order} left={left} bolt={bolt} />
      <Again joint={joint} bolt={bolt} />
      {fails && (
        <p className="text-lg text-stop">
          Bolt {bolt} was read {fails.typed}: {fails.judged}. Another reading stands in for it.
        </p>
      )}
      {joint.target.how === "read" ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (typed.trim() && wrench) keep("read");
          }}
        >
          <BigField
            label={`Bolt ${bolt} reads, ${shownAs("torque").symbol}`}
            value={typed}
            inputMode="decimal"
            maxLength={40}
            onChange={(event) => {
              setTyped(event.target.value);
              setSimulated(false);
            }}
            className="min-h-16 text-4xl"
          />
          <BigPick
            label="Read by"
            value={wrench}
            options={[
              { value: "", text: "pick the wrench" },
              ...bay.wrenches.map(({ id, name, due_on }) => ({
                value: String(id),
                text: `${name}, calibrated until ${due_on}`,
              })),
            ]}
            onChange={pickWrench}
          />
          <Fold nameClass="min-h-14" title="A wrench that sends">
            <RadioWrench
              jobId={bay.job_id}
              joint={key}
              onRead={(sent, standIn) => {
                setTyped(sent);
                setSimulated(standIn);
              }}
            />
          </Fold>
          <Fold nameClass="min-h-14" title="An adapter in line, or a reason to let it pass">
            <Line label="Adapter's length" value={extension} onChange={setExtension} />
            {lead && <Line label="A lead's reason" value={override} onChange={setOverride} />}
          </Fold>
          <BigButton
            type="submit"
            primary
            className="mt-3 min-h-20 text-2xl"
            disabled={typed.trim() === "" || wrench === ""}
          >
            Keep the reading
          </BigButton>
          <BigButton className="mt-3" onClick={() => keep("no wrench reaches")}>
            No wrench reaches it
          </BigButton>
        </form>
      ) : (
        <BigButton
          primary
          hand
          className="mt-3 min-h-20 text-2xl"
          onClick={() => keep("to a slight bulge")}
        >
          Bolt {bolt}: bulges slightly
        </BigButton>
      )}
      <TorqueLog rows={joint.rows} />
    </div>
  );
}

/** The row that stands for a bolt and did not pass. */
function standingRow({ rows }: BayJoint, bolt: number) {
  const gone = supersededOf(rows);
  return rows.find((row) => row.bolt === bolt && !gone.has(row.id) && row.judged !== "passes");
}

function Target({ joint: { target } }: { joint: BayJoint }) {
  const { from_n_m: from, to_n_m: to, passes_n_m: passes } = target;
  return (
    <div>
      <p className="font-figure text-4xl text-after">
        {from == null || to == null ? "as its maker says" : `${torqueOf(from)} to ${torqueOf(to)}`}
      </p>
      <p className="text-pale">
        {[
          target.what,
          passes.length > 1 && `first ${passes.map(torqueOf).join(", then ")}`,
          target.run_down_n_m > 0 && `${torqueOf(target.run_down_n_m)} of it turns the lock nut`,
          `on the thread: ${target.treatment}`,
          target.sheet,
        ]
          .filter(Boolean)
          .join(" · ")}
      </p>
    </div>
  );
}

type LineProps = { label: string; value: string; onChange: (value: string) => void };

function Line({ label, value, onChange }: LineProps) {
  return (
    <label className="mt-2 block">
      <span className="text-pale">{label}</span>
      <input
        value={value}
        maxLength={300}
        onChange={(event) => onChange(event.target.value)}
        className="min-h-14 w-full border-b border-pale bg-transparent text-xl outline-none focus:border-after"
      />
    </label>
  );
}
