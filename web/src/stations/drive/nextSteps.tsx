import type { AgainstSheet } from "../../api/types";
import { grouped, hoursOf } from "../../drawings/quantity";
import { Row, Table } from "../../ui/table";

/** What changes no lean in a bend. */
const STAYS = new Set(["stop", "shocks"]);

/** What can be done next from the corrected model, what costs least first. */
export function NextSteps({ steps }: { steps: AgainstSheet["next_steps"] }) {
  return (
    <Table
      caption="What next"
      label="What next"
      heads={["", "lean, °/g", "change", "takes", { text: "", words: true }]}
    >
      {steps.map((step) => (
        <Row key={step.what}>
          <th scope="row" className="py-1 text-left font-normal">
            {step.what}
          </th>
          <td className="figure whitespace-nowrap">{grouped(step.gradient_deg_per_g, 1)}</td>
          <td className="figure whitespace-nowrap">
            {STAYS.has(step.key)
              ? "–"
              : `${step.change > 0 ? "+" : ""}${grouped(step.change * 100, 0)} %`}
          </td>
          <td className="figure whitespace-nowrap">
            {step.hours === 0 ? "–" : hoursOf(step.hours)}
          </td>
          <td className="text-pale">{step.parts ? "parts to buy" : ""}</td>
        </Row>
      ))}
    </Table>
  );
}
