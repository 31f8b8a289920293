import { useState } from "react";
import { useDifferences } from "../api/record";
import { placeWords } from "../job/words";
import type { Base } from "../api/outbox/write";
import { Field } from "../ui/field";
import { Row, Table } from "../ui/table";

type VersionsProps = { jobId: number; paper: string; version: number };

/** Two versions of a paper side by side: only what they have otherwise. */
export function Versions({ jobId, paper, version }: VersionsProps) {
  const [before, setBefore] = useState(version - 1);
  const [after, setAfter] = useState(version);
  const { data, error } = useDifferences(jobId, paper, before, after);
  const pick = (label: string, value: number, set: (version: number) => void) => (
    <Field
      label={label}
      type="number"
      min={1}
      value={value}
      onChange={(event) => set(Math.max(1, Number(event.target.value)))}
    />
  );
  return (
    <section aria-label="Versions side by side" className="lg:border-l lg:border-line lg:pl-6">
      <h2 className="font-semibold first-letter:uppercase">
        {paper.replace("_", " ")}, two versions side by side
      </h2>
      <div className="grid grid-cols-2 gap-5">
        {pick("Version", before, setBefore)}
        {pick("beside version", after, setAfter)}
      </div>
      {error && <p className="text-sm text-stop">{error.message}</p>}
      {data?.length === 0 && <p className="mt-2 text-sm text-pale">Both are alike.</p>}
      {data && data.length > 0 && (
        <Table
          label="What changed"
          heads={[
            "",
            { text: `version ${before}`, words: true },
            { text: `version ${after}`, words: true },
          ]}
        >
          {data.map((one) => (
            <Row key={one.place}>
              <td>{placeWords(paper as Base, one.place)}</td>
              <td className="text-before">{one.before || "–"}</td>
              <td className="text-after">{one.after || "–"}</td>
            </Row>
          ))}
        </Table>
      )}
    </section>
  );
}
