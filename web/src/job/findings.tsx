import { useNavigate } from "@tanstack/react-router";
import type { Finding } from "../api/types";
import { Gloss, wordsIn } from "../ui/gloss";
import { FindingMark } from "../ui/findingMark";
import { useJobView } from "./context";
import { addressOfPlace } from "./placeAddress";

const LONGEST_LOOK_MS = 5000;

/** A place may be a whole paper: then its first number is shown, or where the paper is begun. */
const onThe = (paper: string) =>
  paper.includes(".")
    ? document.querySelector<HTMLElement>(`[data-place^="${paper}."]`)
    : document.querySelector<HTMLElement>(`[data-place^="${paper}."], [data-place^="fitting."]`);

/** Put the cursor on the input with this place, once it is on the page. */
export function focusPlace(place: string): void {
  // The page may have to come first, with its sheet and its answers.
  const latest = performance.now() + LONGEST_LOOK_MS;
  const look = () => {
    const field = document.querySelector<HTMLElement>(`[data-place="${place}"]`) ?? onThe(place);
    if (field === null) {
      if (performance.now() < latest) requestAnimationFrame(look);
      return;
    }
    field.scrollIntoView({ block: "center" });
    field.focus();
  };
  requestAnimationFrame(look);
}

/** What the numbers say for the load state being looked at, gravest first. */
export function Findings() {
  const { assessment, loadKey } = useJobView();
  const said = (assessment?.findings ?? []).filter(
    // A stop in any state is shown whatever state is looked at.
    ({ state, kind }) => state === null || state === loadKey || kind === "stop",
  );
  return (
    <FindingList title="What the numbers say" findings={said}>
      A bar raises no rating. The chassis maker&rsquo;s rules and local law come first. Chock the
      wheels, tighten bushed joints with weight on them, test on closed ground.
    </FindingList>
  );
}

type FindingListProps = { title: string; findings: Finding[]; children?: React.ReactNode };

/** Findings as sentences under a heading, with the caution that belongs below them. */
export function FindingList({ title, findings, children }: FindingListProps) {
  return (
    <section aria-label={title} className="mt-4">
      <h2 className="mb-1 font-semibold">{title}</h2>
      <ul className="worked">
        {findings.map((finding) => (
          <FindingItem
            key={`${finding.rule} ${finding.place} ${finding.state}`}
            finding={finding}
          />
        ))}
      </ul>
      {children && <p className="border-t border-line pt-2 text-xs text-pale">{children}</p>}
    </section>
  );
}

/** Words of the trade in a finding, each with what it means behind its ?. */
function WordsOf({ finding: { what, why, todo } }: { finding: Finding }) {
  const words = wordsIn(`${what} ${why} ${todo}`);
  if (words.length === 0) return null;
  return (
    <p className="mt-1 flex flex-wrap gap-x-3 text-xs text-pale">
      {words.map((word) => (
        <span key={word}>
          {word}
          <Gloss word={word} />
        </span>
      ))}
    </p>
  );
}

function FindingItem({ finding }: { finding: Finding }) {
  return (
    <li className="flex gap-3 border-t border-line py-2 text-sm">
      <FindingMark kind={finding.kind} />
      <details className="min-w-0 flex-1">
        <summary className="min-h-11 cursor-pointer list-none">
          <span className={finding.kind === "stop" ? "font-semibold text-stop" : "font-medium"}>
            {finding.kind === "stop" ? "Stop. " : ""}
            {finding.what}
          </span>{" "}
          {finding.why} <span className="text-pale">{finding.todo}</span>{" "}
          <span className="text-xs whitespace-nowrap text-after underline underline-offset-4">
            how this was worked out
          </span>
        </summary>
        <p className="figure mt-1 text-pale">{finding.formula}</p>
        <WordsOf finding={finding} />
        {finding.place && (
          <GoToPlace
            place={finding.place}
            state={finding.state}
            text="Go to the number behind it"
          />
        )}
      </details>
    </li>
  );
}

type GoToPlaceProps = { place: string; state?: Finding["state"]; text: string };

/** A link that puts the cursor on the input with a place, wherever it is. */
export function GoToPlace({ place, state, text }: GoToPlaceProps) {
  const { job, setLoadKey } = useJobView();
  const navigate = useNavigate();

  async function go() {
    // A number of one load state can only be reached while that state is looked at.
    const index = /^load_states\.(\d+)\./.exec(place)?.[1];
    const key = index === undefined ? state : job.sheet.load_states[Number(index)]?.key;
    if (key) setLoadKey(key);
    await navigate({ ...addressOfPlace(place), params: { jobId: String(job.id) } });
    focusPlace(place);
  }

  return (
    <button
      type="button"
      onClick={() => void go()}
      className="min-h-11 text-left text-after underline underline-offset-4"
    >
      {text}
    </button>
  );
}
