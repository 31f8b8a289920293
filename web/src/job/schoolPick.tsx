import { Alert } from "../ui/alert";
import { useAttempt } from "../api/attempt";
import { useShop, useShopWrites } from "../api/shop";
import { useSession } from "../api/queries";
import { useJobView } from "./context";
import { useWritable } from "../api/session";

/** The school this job keeps to in one matter, with the reason of the default. */
export function SchoolPick({ matter }: { matter: string }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const lead = useSession().data?.role === "lead";
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
      <label className="block border-b border-line text-sm">
        <span className="text-pale">{school.matter}</span>
        <select
          value={held}
          disabled={!writable}
          data-place={`fitting.schools.${matter}`}
          onChange={(event) =>
            void attempt(() =>
              writes.enterOnPaper("fitting", `schools.${matter}`, event.target.value),
            )
          }
          className="block min-h-11 w-full bg-paper"
        >
          {Object.entries(school.options).map(([value, text]) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      </label>
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
