import { Button } from "../ui/button";
import { Field } from "../ui/field";
import { Fold } from "../ui/fold";
import { Pick } from "../ui/pick";
import type { LineDraft } from "./kitSheetForm";

const NEW: LineDraft = {
  says: "",
  bolt: "",
  socket: "",
  hand: "",
  loose_until: "",
  unclear: "",
  answer: "",
};

/** What a line may say besides its words. */
const MORE: { name: keyof LineDraft; label: string }[] = [
  { name: "socket", label: "Socket that was right" },
  { name: "hand", label: "Left from right, and which way bolts point" },
  { name: "loose_until", label: "Stays loose until" },
  { name: "unclear", label: "What is unclear, or contradicts its picture" },
  { name: "answer", label: "What the maker answered" },
];

type LinesFormProps = {
  lines: LineDraft[];
  bolts: string[];
  onChange: (lines: LineDraft[]) => void;
};

/** The steps of the sheet in its own order, in its words or translated once. */
export function LinesForm({ lines, bolts, onChange }: LinesFormProps) {
  const change = (at: number, part: Partial<LineDraft>) =>
    onChange(lines.map((one, i) => (i === at ? { ...one, ...part } : one)));
  const earlier = (at: number) =>
    onChange(
      lines.map((one, i) => (i === at - 1 ? lines[at] : i === at ? lines[at - 1] : one) ?? one),
    );
  return (
    <section aria-label="Steps of the sheet" className="mt-6">
      <h3 className="font-semibold">Steps, in the sheet&rsquo;s order</h3>
      <ol>
        {lines.map((line, at) => (
          <li key={at} className="border-t border-line py-2" data-line={at}>
            <label className="block">
              <span className="text-sm text-pale">{`Step ${at + 1} says`}</span>
              <textarea
                value={line.says}
                maxLength={400}
                rows={1}
                onChange={(event) => change(at, { says: event.target.value })}
                className="field-sizing-content min-h-11 w-full resize-none border-b border-ink bg-transparent py-2 outline-none focus:border-b-2 focus:border-after"
              />
            </label>
            <Fold
              title={told(line) || "Socket, marks, what is unclear"}
              className="text-sm text-pale"
            >
              <div className="grid gap-x-6 gap-y-2 text-ink sm:grid-cols-2">
                <Pick
                  label="Fastener"
                  value={line.bolt}
                  options={["", ...bolts].map((value) => ({ value, text: value || "none" }))}
                  onChange={(bolt) => change(at, { bolt })}
                />
                {MORE.map(({ name, label }) => (
                  <Field
                    key={name}
                    label={label}
                    value={line[name]}
                    maxLength={400}
                    onChange={(event) => change(at, { [name]: event.target.value })}
                  />
                ))}
              </div>
              <div className="mt-2 flex flex-wrap gap-2 text-ink">
                <Button disabled={at === 0} onClick={() => earlier(at)}>
                  One earlier
                </Button>
                <Button onClick={() => onChange(lines.filter((_, i) => i !== at))}>
                  Take step {at + 1} away
                </Button>
              </div>
            </Fold>
          </li>
        ))}
      </ol>
      <Button className="mt-2" onClick={() => onChange([...lines, NEW])}>
        Another step
      </Button>
    </section>
  );
}

/** What a line has besides its words, in one line. */
const told = ({ bolt, socket, hand, unclear, answer }: LineDraft) =>
  [
    bolt,
    socket,
    hand && `left and right: ${hand}`,
    unclear && `unclear: ${unclear}${answer ? `; the maker: ${answer}` : ""}`,
  ]
    .filter(Boolean)
    .join(" · ");
