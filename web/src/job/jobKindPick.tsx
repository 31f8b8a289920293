import { JOB_KIND_NAMES } from "../api/generated/core";
import type { JobKind } from "../api/types";
import { Pick } from "../ui/pick";

type JobKindPickProps = {
  label?: string;
  kind: JobKind;
  disabled?: boolean;
  onChange: (kind: JobKind) => void;
};

const OPTIONS = Object.entries(JOB_KIND_NAMES).map(([value, text]) => ({
  value: value as JobKind,
  text: text.toLowerCase(),
}));

/** What a job is about. */
export function JobKindPick({ label = "This job is to", kind, ...rest }: JobKindPickProps) {
  return <Pick label={label} value={kind} options={OPTIONS} {...rest} />;
}
