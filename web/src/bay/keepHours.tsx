import { useQueryClient } from "@tanstack/react-query";
import { useAttempt } from "../api/attempt";
import { bayKey, keepHours } from "../api/bay";
import type { BayWork } from "../api/types";
import { hoursOf } from "../drawings/quantity";
import { Alert } from "../ui/alert";
import { BigButton } from "./bigButton";

/** What the steps really took, given to the kit's memory by one press once the work is done. */
export function KeepHours({ bay }: { bay: BayWork }) {
  const cache = useQueryClient();
  const { refusal, attempt } = useAttempt();
  const own = bay.steps.filter(({ key, axle }) => axle && bay.kits[axle] && bay.real_hours[key]);
  if (own.length === 0) return null;
  const all = own.reduce((sum, { key }) => sum + (bay.real_hours[key] ?? 0), 0);
  if (bay.hours_kept) return <p className="text-pale">The hours are remembered with the kit.</p>;
  async function keep() {
    if (await attempt(() => keepHours(bay.job_id)))
      await cache.invalidateQueries({ queryKey: bayKey(bay.job_id) });
  }
  return (
    <>
      <BigButton className="mt-3" onClick={() => void keep()}>
        Remember with the kit what {own.length} steps took, {hoursOf(all)}
      </BigButton>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </>
  );
}
