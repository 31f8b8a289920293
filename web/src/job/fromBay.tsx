import { Link } from "@tanstack/react-router";
import { useQueryClient } from "@tanstack/react-query";
import { useAttempt } from "../api/attempt";
import { takeUp, troublesQuery, useTroubles } from "../api/bay";
import { useLead } from "../api/session";
import type { ToldTrouble } from "../api/types";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";

type FromBayProps = { jobId: number; kind: ToldTrouble["kind"] };

/** What the bay told the desk and nobody has taken up yet: what does not fit, what was found. */
export function FromBay({ jobId, kind }: FromBayProps) {
  const cache = useQueryClient();
  const lead = useLead();
  const { refusal, attempt } = useAttempt();
  const told = useTroubles(jobId).data?.filter((one) => one.kind === kind && !one.taken_up_by);
  if (!told?.length) return null;
  const seen = (id: number) =>
    attempt(async () => {
      cache.setQueryData(troublesQuery(jobId).queryKey, await takeUp(jobId, id));
    });
  return (
    <section aria-label="From the bay" className="my-3 border-l-4 border-watch pl-3 text-sm">
      {told.map(({ id, at, what, read, person }) => (
        <div key={id} className="flex flex-wrap items-center justify-between gap-3">
          <p>
            <span className="text-watch">{[read, what].filter(Boolean).join(". ")}</span>
            <span className="block text-pale">
              {person}, at “{at}”
            </span>
          </p>
          {lead && <Button onClick={() => void seen(id)}>Seen</Button>}
        </div>
      ))}
      <Link to="/bay/$jobId" params={{ jobId: String(jobId) }} className="underline">
        Back to the bay
      </Link>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </section>
  );
}
