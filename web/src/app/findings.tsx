import { useNavigate } from "@tanstack/react-router";
import type { Finding } from "../api/types";
import { FindingMark } from "../ui/findingMark";
import { useJobView } from "./jobContext";

/** Put the cursor on the input with this place, once it is on the page. */
export function focusPlace(place: string): void {
  requestAnimationFrame(() => {
    const field = document.querySelector<HTMLElement>(`[data-place="${place}"]`);
    field?.scrollIntoView({ block: "nearest" });
    field?.focus();
  });
}

/** What the numbers say for the load state being looked at, gravest first. */
export function Findings() {
  const { assessment, loadKey } = useJobView();
  const said = (assessment?.findings ?? []).filter(
    // A stop in any state is shown whatever state is looked at.
    ({ state, kind }) => state === null || state === loadKey || kind === "stop",
  );
  return (
    <section aria-labelledby="findings-title">
      <h2 id="findings-title" className="mb-1 font-semibold">
        What the numbers say
      </h2>
      <ul>
        {said.map((finding) => (
          <FindingItem
            key={`${finding.rule} ${finding.place} ${finding.state}`}
            finding={finding}
          />
        ))}
      </ul>
      <p className="border-t border-line pt-2 text-xs text-pale">
        A bar raises no rating. The chassis maker&rsquo;s rules and local law come first. Chock the
        wheels, tighten bushed joints with weight on them, test on closed ground.
      </p>
    </section>
  );
}

function FindingItem({ finding }: { finding: Finding }) {
  return (
    <li className="flex gap-3 border-t border-line py-2 text-sm">
      <FindingMark kind={finding.kind} />
      <details className="min-w-0 flex-1">
        <summary className="cursor-pointer list-none">
          <span className={finding.kind === "stop" ? "font-semibold text-stop" : "font-medium"}>
            {finding.kind === "stop" ? "Stop. " : ""}
            {finding.what}
          </span>{" "}
          {finding.why} <span className="text-pale">{finding.todo}</span>{" "}
          <span className="text-xs whitespace-nowrap text-after underline underline-offset-4">
            reckoning
          </span>
        </summary>
        <p className="figure mt-1 text-pale">{finding.formula}</p>
        {finding.place && <GoToPlace place={finding.place} state={finding.state} />}
      </details>
    </li>
  );
}

type GoToPlaceProps = { place: string; state: Finding["state"] };

function GoToPlace({ place, state }: GoToPlaceProps) {
  const { job, setLoadKey } = useJobView();
  const navigate = useNavigate();
  const onSetUp = place.startsWith("set_up.");

  async function go() {
    const params = { jobId: String(job.id) };
    if (state) setLoadKey(state);
    const axle = place.startsWith("set_up.front.") ? "front" : "rear";
    if (onSetUp) await navigate({ to: "/jobs/$jobId/choose", params, search: { axle } });
    else await navigate({ to: "/jobs/$jobId/weigh", params, search: { place } });
    focusPlace(place);
  }

  return (
    <button
      type="button"
      onClick={() => void go()}
      className="min-h-8 text-after underline underline-offset-4"
    >
      Go to the number behind it
    </button>
  );
}
