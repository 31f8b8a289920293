import { useAttempt } from "../api/attempt";
import { useNames } from "../api/people";
import { Alert } from "../ui/alert";
import { Pick } from "../ui/pick";
import { useJobView } from "./context";

/** Whose job it is; the yard can be looked at by it. */
export function WhoseJob() {
  const { job, writes } = useJobView();
  const names = useNames() ?? [];
  const { refusal, attempt } = useAttempt();
  return (
    <>
      <Pick
        label="Whose job it is"
        value={job.fitter}
        options={[
          { value: "", text: "nobody's yet" },
          ...names.map(({ username, name }) => ({ value: username, text: name })),
        ]}
        onChange={(fitter) => void attempt(() => writes.giveTo(fitter))}
      />
      <Alert roomy={false}>{refusal?.message}</Alert>
    </>
  );
}
