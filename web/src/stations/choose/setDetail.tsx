import { useMoney } from "../../job/money";
import { degrees, grouped, percent, windSpeed } from "../../drawings/quantity";
import type { NamedSet } from "./sets";
import { optionWords } from "./sets";

type SetDetailProps = { one: NamedSet; state: number };

/** One set: what is done at each axle, its figures, what it fails, and how its parts fit. */
export function SetDetail({ one, state }: SetDetailProps) {
  const { set, front, rear } = one;
  const money = useMoney();
  const figures: [string, string][] = [
    ["Lean at 0.3 g", degrees(set.lean_rad[state] ?? 0)],
    [`In ${windSpeed(12)} of side wind`, degrees(set.wind_lean_rad[state] ?? 0)],
    ["Front–rear balance", `${percent(set.front_share[state] ?? 0)}, ${points(set.share_change)}`],
    ["Head toss on a one-side bump", `${grouped(set.head_toss_ratio, 2)} × now`],
    ["Reserve to yield at 0.5 g", reserve(set.yield_reserve)],
    ["Price with hours", money(set.price)],
    ["Here in", `${grouped(set.days, 0)} days`],
  ];
  return (
    <section aria-label="The set picked" data-testid="picked-set">
      <h2 className="font-semibold">
        {one.at === 0 && set.failed.length === 0 ? "The cheapest that meets every wish" : "Picked"}
      </h2>
      {[
        { axle: "Front", option: front },
        { axle: "Rear", option: rear },
      ].map(({ axle, option }) => (
        <div key={axle} className="border-t border-line py-1 text-sm">
          <span className="text-pale">{axle}</span>{" "}
          <span className="font-medium">{optionWords(option)}</span>{" "}
          <span className="text-pale">
            {option.maker}
            {option.kind === "kit" ? ", kit" : ""}
          </span>
          {option.besides.length > 0 && (
            <p className="pl-4 text-pale">
              with{" "}
              {option.besides
                .map(({ kind, part_number, price }) => `${kind} ${part_number}, ${money(price)}`)
                .join("; ")}
            </p>
          )}
          {option.given_out.length > 0 && (
            <p className="pl-4 text-pale">{option.given_out.join(" and ")} in the price</p>
          )}
          {option.verdict.reasons.map(({ text }) => (
            <p key={text} className="pl-4 text-watch">
              {text}
            </p>
          ))}
        </div>
      ))}
      <dl className="grid grid-cols-[1fr_auto] border-t border-line pt-1 text-sm">
        {figures.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-pale">{name}</dt>
            <dd className="figure text-right">{value}</dd>
          </div>
        ))}
      </dl>
      {set.failed.length > 0 && (
        <p className="pt-1 text-sm text-watch">Fails: {set.failed.join("; ")}.</p>
      )}
    </section>
  );
}

const points = (change: number) =>
  `${change < 0 ? "−" : "+"}${Math.abs(change * 100).toFixed(1)} points`;

const reserve = (found: number | null) =>
  found === null ? "no new bar" : `${grouped(found, 2)} ×`;
