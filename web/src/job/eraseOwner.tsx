import { useState } from "react";
import { useAttempt } from "../api/attempt";
import { useRecordWrites } from "../api/handOver";
import { useLead } from "../api/session";
import { Alert } from "../ui/alert";
import { Button } from "../ui/button";
import { useJobView } from "./context";

/** Erases the vehicle's owner; asked twice, since nothing brings them back. */
export function EraseOwner() {
  const { job } = useJobView();
  const lead = useLead();
  const writes = useRecordWrites();
  const [sure, setSure] = useState(false);
  const { refusal, attempt } = useAttempt();
  const owner = job.about.owner_id;
  if (!lead || owner === null) return null;
  return (
    <div className="mt-3 text-sm">
      {sure ? (
        <>
          <p>
            {job.about.owner} is erased from every record of the shop: name, phone, mail, address,
            registration, signature. Figures of the vehicle stay. This cannot be undone.
          </p>
          <div className="mt-2 flex gap-3">
            <Button onClick={() => void attempt(() => writes.eraseOwner(owner))}>
              Erase for good
            </Button>
            <Button onClick={() => setSure(false)}>Leave it</Button>
          </div>
        </>
      ) : (
        <button
          type="button"
          className="min-h-11 text-pale underline underline-offset-4"
          onClick={() => setSure(true)}
        >
          Erase the owner
        </button>
      )}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
