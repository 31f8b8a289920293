import type { OwnerQuote } from "../../api/types";
import { grouped } from "../../drawings/quantity";
import { calendarDay } from "../../job/days";
import { useMoney } from "../../job/money";

/** A quote as its owner reads it: the same facts as on the page behind a link. */
export function OwnerView({ quote }: { quote: OwnerQuote }) {
  const money = useMoney();
  const { price, days } = quote;
  return (
    <div className="text-sm">
      <p>
        {money(price.p10)} to {money(price.p90)}, as often below {money(price.p50)} as above;{" "}
        {grouped(days.p10, 1)} to {grouped(days.p90, 1)} working days
        {quote.ready_on
          ? `, ready by the evening of ${calendarDay(quote.ready_on)}`
          : ", the day not settled yet"}
        .
      </p>
      {quote.snapped?.map(({ step, what, ways }, i) => (
        <List
          key={`${step} ${i}`}
          title={what}
          lines={ways.map(({ says, low, high }) =>
            low === high ? `${says} ${money(low)}.` : `${says} ${money(low)} to ${money(high)}.`,
          )}
        />
      ))}
      <List title="What is done" lines={quote.done} />
      <List title="What may make it dearer" lines={quote.on_top} />
    </div>
  );
}

function List({ title, lines }: { title: string; lines: string[] }) {
  return (
    <>
      <h3 className="mt-2 font-semibold">{title}</h3>
      <ul>
        {lines.map((line) => (
          <li key={line} className="border-t border-line py-1">
            {line}
          </li>
        ))}
      </ul>
    </>
  );
}
