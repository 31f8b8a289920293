import { useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { useHistory } from "../api/record";
import { useNames } from "../api/people";
import type { DoneRow } from "../api/types";
import type { Base } from "../api/outbox/write";
import { useJobView } from "../job/context";
import { dayAndTime } from "../job/days";
import { placeWords } from "../job/words";
import { Button } from "../ui/button";
import { Pick } from "../ui/pick";
import { DEEDS } from "./deeds";
import { Versions } from "./versions";

const ALL = "";

/** What was done, in words: a place of a paper by its name. */
function inWords({ paper, place, what }: DoneRow): string {
  if (!paper) return what;
  const name = paper.replace("_", " ");
  if (place === "new") return `${name} begun`;
  if (place === "undo" || place === "carried") return `${name} taken ${what}`;
  const words = placeWords(paper as Base, place);
  return what ? `${words}: ${what}` : words;
}

/** Who did what when on a job, the newest first; a paper's versions beside each other. */
export function HistoryPage() {
  const { job } = useJobView();
  const { deed, person } = useSearch({ from: "/jobs/$jobId/history" });
  const navigate = useNavigate();
  const names = useNames() ?? [];
  const history = useHistory(job.id, deed, person);
  const [looked, setLooked] = useState<DoneRow | null>(null);
  const go = (search: { deed?: string | undefined; person?: string | undefined }) =>
    void navigate({
      to: "/jobs/$jobId/history",
      params: { jobId: String(job.id) },
      search: { deed, person, ...search } as never,
    });
  const done = history.data?.pages.flatMap((page) => page.done) ?? [];
  return (
    <main className="grid gap-8 py-3 lg:grid-cols-[3fr_2fr]">
      <section aria-label="History">
        <div className="flex flex-wrap items-end gap-6">
          <h1 className="text-xl font-semibold">What was done</h1>
          <Pick
            label="Of"
            value={deed ?? ALL}
            options={[
              { value: ALL, text: "everything" },
              ...DEEDS.map((value) => ({ value, text: value })),
            ]}
            onChange={(value) => go({ deed: value || undefined })}
          />
          <Pick
            label="By"
            value={person ?? ALL}
            options={[
              { value: ALL, text: "anybody" },
              ...names.map(({ username, name }) => ({ value: username, text: name })),
            ]}
            onChange={(value) => go({ person: value || undefined })}
          />
        </div>
        <ol className="mt-2 text-sm">
          {done.map((one, i) => (
            <li
              key={`${one.at} ${i}`}
              className="grid grid-cols-[9rem_8rem_1fr] items-baseline gap-x-3 border-t border-line py-1 max-sheet:grid-cols-1"
            >
              <span className="text-pale">{dayAndTime(one.at)}</span>
              <span>{one.person}</span>
              <span>
                {inWords(one)}
                {one.version !== null && one.version > 1 && (
                  <button
                    type="button"
                    className="ml-3 min-h-11 underline underline-offset-4"
                    onClick={() => setLooked(one)}
                  >
                    what changed
                  </button>
                )}
              </span>
            </li>
          ))}
        </ol>
        {done.length === 0 && !history.isPending && (
          <p className="text-pale">Nothing of that was done here.</p>
        )}
        {history.hasNextPage && (
          <Button className="mt-3" onClick={() => void history.fetchNextPage()}>
            Earlier
          </Button>
        )}
      </section>
      {looked?.version && (
        <Versions
          key={`${looked.paper} ${looked.version}`}
          jobId={job.id}
          paper={looked.paper}
          version={looked.version}
        />
      )}
    </main>
  );
}
