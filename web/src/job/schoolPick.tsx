import { Alert } from "../ui/alert";
import { WidePick } from "../ui/widePick";
import { useAttempt } from "../api/attempt";
import { useShop, useShopWrites } from "../api/shop";
import { useJobView } from "./context";
import { useLead, useWritable } from "../api/session";

/** The school this job keeps to in one matter, with the reason of the default. */
export function SchoolPick({ matter }: { matter: string }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const lead = useLead();
  const shop = useShop();
  const shops = shop?.schools[matter];
  const { change } = useShopWrites();
  const { refusal, attempt } = useAttempt();
  const school = shop?.matters.find(({ key }) => key === matter);
  const held = job.fitting.schools?.[matter] ?? shops ?? "";
  if (school === undefined) return null;
  const own = job.fitting.schools?.[matter] !== undefined;
  return (
    <div className="mb-2">
      <WidePick
        label={school.matter}
        place={`fitting.schools.${matter}`}
        value={held}
        options={Object.entries(school.options).map(([value, text]) => ({ value, text }))}
        disabled={!writable}
        onChange={(way) =>
          void attempt(() => writes.enterOnPaper("fitting", `schools.${matter}`, way))
        }
      />
      <p className="text-xs text-pale">
        {own ? "Theirs for this job. " : "Our way. "}
        {held === school.default
          ? school.why
          : `Usual: ${school.options[school.default] ?? ""}.`}{" "}
        {own && writable && (
          <button
            type="button"
            className="min-h-11 underline underline-offset-4"
            onClick={() =>
              void attempt(() => writes.enterOnPaper("fitting", `schools.${matter}`, ""))
            }
          >
            Back to the shop’s
          </button>
        )}{" "}
        {own && lead && shops !== undefined && (
          <button
            type="button"
            className="min-h-11 underline underline-offset-4"
            onClick={() => void attempt(() => change(`schools.${matter}`, held, shops))}
          >
            Make it the shop’s
          </button>
        )}
      </p>
      <Alert roomy={false}>{refusal?.message}</Alert>
    </div>
  );
}
