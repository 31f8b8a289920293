import type { OrderStanding } from "../../api/types";
import { calendarDay, shortDay } from "../../job/days";
import { PartPhotos } from "../../job/partPhotos";

/** What was told of a line, oldest first; what came wrong with its pictures. */
export function ToldOfLine({ told }: { told: OrderStanding["told"] }) {
  return (
    <ol aria-label="What was told of it">
      {told.map((one) => (
        <li key={one.id} className="border-t border-line py-1">
          <span className={one.state === "wrong" ? "text-stop" : ""}>{one.state}</span>
          {one.supplier && `, from ${one.supplier}`}
          {one.expected && `, comes on ${calendarDay(one.expected)}`}
          {one.reference && `, number ${one.reference}`}
          {one.note && `: ${one.note}`}
          <span className="block text-pale">
            {one.quantity} · {one.person}, {shortDay(one.made_at)}
          </span>
          {one.state === "wrong" && (
            <PartPhotos place={`order.${one.id}`} label="part that came wrong" />
          )}
        </li>
      ))}
    </ol>
  );
}
