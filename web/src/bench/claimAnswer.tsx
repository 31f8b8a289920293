import { AuditAnswer } from "../drawings/auditAnswer";
import { Answered, useAnswer } from "./answer";
import type { AnswerProps } from "./answer";

/** A claim held against two bars of the same shape. */
export function ClaimAnswer({ fields }: AnswerProps) {
  const query = useAnswer("claim", fields);
  return (
    <Answered query={query}>
      {(audit) => (
        <div className="max-w-2xl">
          <AuditAnswer audit={audit} />
        </div>
      )}
    </Answered>
  );
}
