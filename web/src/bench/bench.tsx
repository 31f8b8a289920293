import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { shownAs } from "../api/units";
import { Button } from "../ui/button";
import { LINK_TAB } from "../ui/tab";
import { BarAnswer } from "./barAnswer";
import { BoreAnswer } from "./boreAnswer";
import { askedOf, CALCULATORS, fieldsOf } from "./calculators";
import type { Calculator } from "./calculators";
import { ClaimAnswer } from "./claimAnswer";
import { DrillAnswer } from "./drillAnswer";
import { LevelAnswer } from "./levelAnswer";
import { LinkAnswer } from "./linkAnswer";
import { Pictures } from "./pictures";
import { SnappedAnswer } from "./snappedAnswer";
import { TorqueAnswer } from "./torqueAnswer";
import { TwoAnswer } from "./twoAnswer";

const ANSWERS = {
  two: TwoAnswer,
  bar: BarAnswer,
  bore: BoreAnswer,
  claim: ClaimAnswer,
  link: LinkAnswer,
  level: LevelAnswer,
  torque: TorqueAnswer,
  drill: DrillAnswer,
  snapped: SnappedAnswer,
} as const;

/** The bench: single calculators without a job; the address holds what is typed. */
export function Bench() {
  const { calculator: asked } = useParams({ from: "/bench/$calculator" });
  const search = useSearch({ from: "/bench/$calculator" });
  const calculator = CALCULATORS.find(({ key }) => key === asked) ?? CALCULATORS[0];
  if (calculator === undefined) return null;
  const fields = fieldsOf(calculator, search);
  return (
    <main className="pb-8">
      <title>{`${calculator.name} · Bench · Calm Axle`}</title>
      <div className="my-4 flex flex-wrap items-end gap-6">
        <h1 className="text-2xl font-semibold">Bench</h1>
        <span className="ml-auto flex items-center gap-3 print:hidden">
          <CopyAddress />
          <Button className="text-sm" onClick={() => window.print()}>
            Print
          </Button>
        </span>
      </div>
      <nav
        aria-label="Calculators"
        className="flex flex-wrap gap-x-5 border-b border-line print:hidden"
      >
        {CALCULATORS.map(({ key, name }) => (
          <Link
            key={key}
            to="/bench/$calculator"
            params={{ calculator: key }}
            search={{}}
            aria-current={key === calculator.key ? "page" : undefined}
            className={LINK_TAB}
          >
            {name}
          </Link>
        ))}
      </nav>
      <h2 className="mt-3 text-lg font-semibold">{calculator.name}</h2>
      <p className="mb-2 text-sm text-pale">{calculator.says}</p>
      {calculator.key === "pictures" ? (
        <Pictures />
      ) : (
        <Typed key={calculator.key} calculator={calculator} fields={fields} />
      )}
    </main>
  );
}

type TypedProps = { calculator: Calculator; fields: Record<string, string> };

/** What is typed, and the drawing that answers it. */
function Typed({ calculator, fields }: TypedProps) {
  const navigate = useNavigate();
  if (calculator.key === "pictures") return null;
  const Answer = ANSWERS[calculator.key];
  const change = (key: string, value: string) =>
    void navigate({
      to: "/bench/$calculator",
      params: { calculator: calculator.key },
      search: { ...fields, [key]: value },
      replace: true,
    });
  return (
    <div className="grid grid-cols-1 gap-x-8 lg:grid-cols-[2fr_1fr]">
      <Answer fields={askedOf(calculator, fields)} />
      <form
        aria-label="What is measured"
        className="lg:border-l lg:border-line lg:pl-6"
        onSubmit={(event) => event.preventDefault()}
      >
        {calculator.fields.map(({ key, label, options, of }) => (
          <label
            key={key}
            className="flex min-h-11 items-center justify-between gap-3 border-b border-line text-sm"
          >
            <span className="text-pale">{label}</span>
            {options ? (
              <select
                value={fields[key]}
                onChange={(event) => change(key, event.target.value)}
                className="min-h-11 bg-paper text-right"
              >
                {options.map((option) => (
                  <option key={option}>{option}</option>
                ))}
              </select>
            ) : (
              <span className="flex items-baseline gap-2">
                <input
                  value={fields[key]}
                  maxLength={24}
                  onChange={(event) => change(key, event.target.value)}
                  className="figure min-h-11 w-32 bg-transparent text-right outline-none focus:border-b-2 focus:border-after"
                />
                <span className="w-10 text-xs text-pale">{of && shownAs(of).symbol}</span>
              </span>
            )}
          </label>
        ))}
        <p className="mt-2 text-xs text-pale">
          Write it with any unit, such as 1 3/8&quot;, 34.9 mm or 19.6 lb; a number alone is in the
          unit beside it. Nothing here belongs to a job; the address holds all of it.
        </p>
      </form>
    </div>
  );
}

function CopyAddress() {
  const [copied, setCopied] = useState("");
  async function copy() {
    try {
      await navigator.clipboard.writeText(window.location.href);
      setCopied("Copied.");
    } catch {
      // Without leave to use the clipboard the address bar still has it.
      setCopied("Copy it from the address bar.");
    }
  }
  return (
    <>
      <span role="status" className="text-sm text-pale">
        {copied}
      </span>
      <Button className="text-sm" onClick={() => void copy()}>
        Copy the address
      </Button>
    </>
  );
}
