import { Alert } from "../ui/alert";
import { Row, Table } from "../ui/table";
import { Link, useNavigate } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { useAttempt } from "../api/attempt";
import { shownUnits } from "../api/units";
import { useImport } from "../api/racks";
import type { Preview } from "../api/types";
import { useLead, useWritable } from "../api/session";
import { grouped } from "../drawings/quantity";
import { Button } from "../ui/button";
import { FileButton } from "../ui/fileButton";

const LARGEST_BYTES = 8_000_000;

/** A seller's table taken in: which heading is which, what cannot be read, then all or the good. */
export function ImportTable() {
  const writable = useWritable();
  const { text, name, seen, done, busy, trouble, open, stop, mapped, take } = useTable();
  const lines = text.split("\n").length - 1;
  return (
    <main className="max-w-4xl pb-8">
      <title>Import parts · Calm Axle</title>
      <p className="mt-4 text-sm">
        <Link to="/racks" search={{}} className="underline underline-offset-4">
          Racks
        </Link>
      </p>
      <h1 className="text-2xl font-semibold">Import a table of parts</h1>
      <p className="my-2 text-sm text-pale">
        CSV with a line of headings, parted by comma, semicolon or tab. Sizes with their units, such
        as 1 3/8&quot; or 34.9 mm. A part number that is known is updated; a supplier&rsquo;s price
        too.
      </p>
      {writable ? (
        <FileButton
          label="Table of parts"
          accept=".csv,.txt,text/csv"
          className="inline-grid min-h-11 cursor-pointer place-items-center border border-ink px-4"
          onFile={(file) => void open(file)}
        >
          {name ? `Another file than ${name}` : "Choose a file"}
        </FileButton>
      ) : (
        <p className="text-pale">You can look but not import; ask the lead.</p>
      )}
      <Alert className="py-1">{trouble}</Alert>
      <p role="status" className="flex min-h-11 items-center gap-3 text-sm">
        {busy ? `${busy} ${grouped(lines, 0)} lines …` : done}
        {busy === "Reading" && <Button onClick={stop}>Stop</Button>}
      </p>
      {seen && <Seen seen={seen} busy={busy !== ""} onMap={mapped} onTake={take} />}
    </main>
  );
}

/** A table on its way in: read, looked at, taken in. */
function useTable() {
  const navigate = useNavigate();
  const { preview, takeIn } = useImport();
  const { refusal, attempt } = useAttempt();
  const [text, setText] = useState("");
  const [name, setName] = useState("");
  const [seen, setSeen] = useState<Preview | null>(null);
  const [done, setDone] = useState("");
  const [tooLarge, setTooLarge] = useState(false);
  const [busy, setBusy] = useState<"" | "Reading" | "Taking in">("");
  const reading = useRef<AbortController | null>(null);

  async function look(from: string, mapping: Record<string, string> | null) {
    // Only the last look counts; one that is still on its way is given up.
    reading.current?.abort();
    const mine = new AbortController();
    reading.current = mine;
    setBusy("Reading");
    await attempt(async () => {
      try {
        const found = await preview(from, mapping, mine.signal);
        if (!mine.signal.aborted) setSeen(found);
      } catch (error) {
        // Given up on purpose: nothing to be said.
        if (!mine.signal.aborted) throw error;
      }
    });
    if (reading.current === mine) setBusy("");
  }

  function stop() {
    reading.current?.abort();
    reading.current = null;
    setBusy("");
  }

  async function open(file: File) {
    setDone("");
    setTooLarge(file.size > LARGEST_BYTES);
    if (file.size > LARGEST_BYTES) return;
    const read = await file.text();
    setName(file.name);
    setText(read);
    setSeen(null);
    await look(read, null);
  }

  async function take(goodRowsOnly: boolean) {
    if (seen === null) return;
    setBusy("Taking in");
    await attempt(async () => {
      const {
        new: fresh,
        updated,
        left_out,
      } = await takeIn(name, {
        units: shownUnits(),
        text,
        mapping: seen.mapping,
        good_rows_only: goodRowsOnly,
      });
      setDone(`${fresh} new parts, ${updated} updated, ${left_out} rows left out.`);
      setSeen(null);
      if (left_out === 0) await navigate({ to: "/racks", search: {} });
    });
    setBusy("");
  }

  return {
    text,
    name,
    seen,
    done,
    busy,
    trouble: tooLarge ? "That is more than 8 MB; split the table." : refusal?.message,
    open,
    stop,
    mapped: (mapping: Record<string, string>) => {
      if (seen) setSeen({ ...seen, mapping });
      void look(text, mapping);
    },
    take,
  };
}

type SeenProps = {
  seen: Preview;
  busy: boolean;
  onMap: (mapping: Record<string, string>) => void;
  onTake: (goodRowsOnly: boolean) => Promise<void>;
};

/** What was read, and taking it in. */
function Seen({ seen, busy, onMap, onTake }: SeenProps) {
  const lead = useLead();
  const asksALead = seen.prices > 0 && !lead;
  return (
    <>
      <Mapping seen={seen} onChange={onMap} />
      <p className="mt-4 font-medium" data-testid="import-says">
        {rows(seen.good)} can be read, {seen.new} of them new
        {seen.bad_total > 0 ? `; ${rows(seen.bad_total)} cannot.` : "."}
      </p>
      {asksALead && (
        <p className="text-sm text-pale">
          {seen.prices === 1
            ? "One price is new or changed; a lead takes it in."
            : `${grouped(seen.prices, 0)} prices are new or changed; a lead takes them in.`}
        </p>
      )}
      <Broken seen={seen} />
      <div className="mt-3 flex flex-wrap gap-3">
        <Button
          primary={seen.bad_total === 0}
          disabled={busy || asksALead || seen.good === 0 || seen.bad_total > 0}
          onClick={() => void onTake(false)}
        >
          Take in all of it
        </Button>
        {seen.bad_total > 0 && (
          <Button disabled={busy || asksALead || seen.good === 0} onClick={() => void onTake(true)}>
            Take in {rows(seen.good)} that can be read
          </Button>
        )}
      </div>
    </>
  );
}

const rows = (count: number) => `${count} ${count === 1 ? "row" : "rows"}`;

type MappingProps = { seen: Preview; onChange: (mapping: Record<string, string>) => void };

function Mapping({ seen, onChange }: MappingProps) {
  return (
    <fieldset className="mt-2">
      <legend className="font-semibold">Which heading is which</legend>
      <div className="grid gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
        {seen.headings.map((heading, i) => (
          <label
            key={`${heading} ${i}`}
            className="flex min-h-11 items-center justify-between gap-2 border-b border-line text-sm"
          >
            <span className="truncate">{heading || `column ${i + 1}`}</span>
            <select
              value={seen.mapping[heading] ?? ""}
              onChange={(event) => {
                const others = Object.entries(seen.mapping).filter(([key]) => key !== heading);
                const own = event.target.value ? [[heading, event.target.value]] : [];
                onChange(Object.fromEntries([...others, ...own]) as Record<string, string>);
              }}
              className="min-h-11 max-w-40 bg-paper text-pale"
            >
              <option value="">leave out</option>
              {seen.columns.map(({ key, needed }) => (
                <option key={key} value={key}>
                  {key.replace(/_/g, " ")}
                  {needed ? " *" : ""}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function Broken({ seen }: { seen: Preview }) {
  if (seen.bad.length === 0) return null;
  return (
    <Table label="Rows that cannot be read" className="mt-1 w-full">
      {seen.bad.flatMap((row) =>
        row.complaints.map(({ column, message }, i) => (
          <Row key={`${row.line} ${column} ${i}`} className="align-top">
            <td className="figure py-1 pr-3 whitespace-nowrap">line {row.line}</td>
            <td className="py-1 pr-3">{row.part_number}</td>
            <td className="py-1 pr-3 text-pale">{column.replace(/_/g, " ")}</td>
            <td className="py-1 text-stop">{message}</td>
          </Row>
        )),
      )}
    </Table>
  );
}
