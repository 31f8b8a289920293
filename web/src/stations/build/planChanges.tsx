import { useLead } from "../../api/session";
import { useAttempt } from "../../api/attempt";
import { useJobView } from "../../job/context";
import { Alert } from "../../ui/alert";
import { Button } from "../../ui/button";
import { useWorkView } from "./workView";

/** Whether a lead has looked the plan through, and what is otherwise since. */
export function PlanChanges() {
  const { digest, looked, plan } = useWorkView();
  const { writes } = useJobView();
  const { refusal, attempt } = useAttempt();
  const lead = useLead();
  const changes = looked
    ? [
        ...looked.change.new.map((what) => `new: ${what}`),
        ...looked.change.gone.map((what) => `gone: ${what}`),
        ...looked.change.changed.map((what) => `changed: ${what}`),
      ]
    : [];
  const same = looked !== null && changes.length === 0;
  return (
    <div className="mt-1 text-sm" data-testid="plan-looked">
      {same ? (
        <p className="text-pale">{looked.person} looked it through as it is.</p>
      ) : (
        <>
          <p>
            {looked === null
              ? "Nobody has looked this plan through yet."
              : `Since ${looked.person} looked it through, decisions changed it:`}
          </p>
          <ul className="pl-4">
            {changes.slice(0, 8).map((change) => (
              <li key={change} className="text-watch">
                {change}
              </li>
            ))}
          </ul>
          {lead && (
            <Button className="mt-1" onClick={() => void attempt(() => writes.lookThrough(digest))}>
              I have looked it through
            </Button>
          )}
        </>
      )}
      {plan.idle.map((said) => (
        <p key={said} className="text-watch">
          {said}
        </p>
      ))}
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
