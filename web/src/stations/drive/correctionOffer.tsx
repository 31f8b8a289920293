import { useAttempt } from "../../api/attempt";
import { useDriveWrites } from "../../api/drive";
import { useWritable } from "../../api/session";
import type { AgainstSheet, DriveView } from "../../api/types";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { withBand } from "./figures";

type CorrectionOfferProps = { drive: DriveView; judged: AgainstSheet };

/** A correction of this vehicle's springs with what it rests on; taken or left. */
export function CorrectionOffer({ drive, judged }: CorrectionOfferProps) {
  const writes = useDriveWrites(drive.job_id);
  const writable = useWritable();
  const { refusal, attempt } = useAttempt();
  const offered = judged.correction;
  if (!offered) {
    return (
      <p className="text-sm text-pale">
        No correction of the springs is offered: they alone would not lean like this.
      </p>
    );
  }
  const { factor, measured, predicted } = offered;
  return (
    <section aria-label="Springs of this vehicle">
      <h2 className="font-semibold">Springs of this vehicle</h2>
      <p className="text-sm">
        Springs <span className="figure">{withBand(factor, "")}</span> times the sheet's would lean
        as it was driven: <span className="figure">{withBand(measured, "°/g")}</span> measured,{" "}
        <span className="figure">{withBand(predicted, "°/g")}</span> on the sheet. Every band after
        it is narrower.
      </p>
      {drive.corrected ? (
        <p className="text-sm text-after">
          The sheet is corrected by the road; Ctrl+Z or the list of changes takes it back.
        </p>
      ) : (
        writable && (
          <Button className="mt-2" onClick={() => void attempt(() => writes.correct())}>
            Correct the sheet by this
          </Button>
        )
      )}
      <Alert>{refusal?.message}</Alert>
    </section>
  );
}
