import { scaleLinear } from "@visx/scale";
import { useMemory } from "../api/record";
import { useBolts } from "../api/shop";
import type { ShopMemory } from "../api/types";
import { Drawing } from "../drawings/drawing";
import { grouped, percent } from "../drawings/quantity";
import { Row, Table } from "../ui/table";
import { PairBars } from "./pairBars";
import type { Pair } from "./pairBars";

/** What the shop learned of its suppliers, its hours and its kits; old bolts are with its ways. */
export function Memory() {
  const { data: memory } = useMemory();
  if (memory === undefined) return null;
  return (
    <div className="mt-10 grid gap-8 border-t border-ink pt-4 lg:grid-cols-2">
      <Suppliers memory={memory} />
      <Hours memory={memory} />
      <Kits memory={memory} />
      <Bolts />
    </div>
  );
}

const Csv = ({ name }: { name: string }) => (
  <a
    href={`/api/memory/${name}.csv`}
    className="inline-grid min-h-11 items-center text-sm underline underline-offset-4"
  >
    As CSV
  </a>
);

type PartProps = { memory: ShopMemory };

function Suppliers({ memory: { suppliers, says } }: PartProps) {
  const arrived = suppliers.flatMap(({ supplier, promised_days, real_days }): Pair[] =>
    promised_days === null || real_days === null
      ? []
      : [{ name: supplier, before: promised_days, after: real_days }],
  );
  return (
    <section aria-label="Suppliers">
      <h2 className="font-semibold">Suppliers</h2>
      {suppliers.length === 0 ? (
        <p className="text-sm text-pale">Nothing was ordered from anybody by name yet.</p>
      ) : (
        <Table
          label="Suppliers"
          heads={["", "lines", "came", "wrong", "days promised", "days real"]}
        >
          {suppliers.map((one) => (
            <Row key={one.supplier}>
              <td>{one.supplier}</td>
              <td className="figure">{one.lines}</td>
              <td className="figure">{one.arrived}</td>
              <td className="figure">{one.wrong}</td>
              <td className="figure">{one.promised_days ?? "–"}</td>
              <td className="figure">{one.real_days ?? "–"}</td>
            </Row>
          ))}
        </Table>
      )}
      {arrived.length > 0 && (
        <>
          <p className="mt-2 text-xs text-pale">dashed: days promised; solid: days real</p>
          <PairBars
            pairs={arrived}
            says="Days promised and real"
            written={(days) => `${grouped(days, 0)} d`}
          />
        </>
      )}
      {says.map((said) => (
        <p key={said} className="mt-1 text-sm text-watch">
          {said}
        </p>
      ))}
      <Csv name="suppliers" />
    </section>
  );
}

/** How often old bolts snap here: what quotes begin with, and what counts by now. */
function Bolts() {
  const bolts = useBolts().data ?? [];
  return (
    <section aria-label="Old bolts, drawn">
      <h2 className="font-semibold">Old bolts</h2>
      <p className="text-sm text-pale">
        Chance of snapping. Dashed: what quotes begin with; solid: what counts here by now, in the
        next quote too. The counts are on the shop&rsquo;s page.
      </p>
      {bolts.length > 0 && (
        <PairBars
          pairs={bolts.map(({ tally, chance }) => ({
            name: `${tally.rust} rust, ${tally.size || "large"}${tally.hidden ? ", hidden nut" : ""}`,
            before: chance.prior,
            after: chance.posterior,
          }))}
          says="Chance of snapping at first and by now"
          written={percent}
        />
      )}
      <Csv name="bolts" />
    </section>
  );
}

const SIZE = { width: 560, height: 300, left: 44, bottom: 40, top: 10, right: 16 };

function Hours({ memory: { hours } }: PartProps) {
  const most = Math.max(1, ...hours.flatMap((one) => [one.planned_h, one.real_h])) * 1.1;
  const x = scaleLinear<number>({
    domain: [0, most],
    range: [SIZE.left, SIZE.width - SIZE.right],
  });
  const y = scaleLinear<number>({
    domain: [0, most],
    range: [SIZE.height - SIZE.bottom, SIZE.top],
  });
  return (
    <section aria-label="Hours">
      <h2 className="font-semibold">Hours, planned and real</h2>
      {hours.length === 0 ? (
        <p className="text-sm text-pale">
          No job&rsquo;s hours are kept yet: one press in the bay keeps them, and the next plan with
          that kit starts from them.
        </p>
      ) : (
        <Drawing
          width={SIZE.width}
          height={SIZE.height}
          role="img"
          aria-label={`Hours of ${hours.length} jobs, real over planned.`}
        >
          <line className="before-line" x1={x(0)} y1={y(0)} x2={x(most)} y2={y(most)} />
          <line className="ink-1" x1={x(0)} x2={x(most)} y1={y(0)} y2={y(0)} />
          <line className="ink-1" x1={x(0)} x2={x(0)} y1={y(0)} y2={y(most)} />
          {x.ticks(5).map((tick) => (
            <text key={tick} className="num pale" x={x(tick)} y={y(0) + 16} textAnchor="middle">
              {tick}
            </text>
          ))}
          {y.ticks(5).map((tick) => (
            <text
              key={tick}
              className="num pale"
              x={SIZE.left - 8}
              y={y(tick) + 4}
              textAnchor="end"
            >
              {tick}
            </text>
          ))}
          <text className="pale" x={x(most)} y={SIZE.height - 6} textAnchor="end">
            planned, h
          </text>
          <text className="pale" x={SIZE.left + 6} y={SIZE.top + 10}>
            real, h
          </text>
          {hours.map((one) => (
            <circle
              key={one.job}
              cx={x(one.planned_h)}
              cy={y(one.real_h)}
              r={5}
              fill="var(--paper)"
              stroke="var(--after)"
              strokeWidth={2}
            >
              <title>{`job ${one.job}: ${grouped(one.real_h, 1)} h, planned ${grouped(one.planned_h, 1)} h`}</title>
            </circle>
          ))}
        </Drawing>
      )}
      <Csv name="hours" />
    </section>
  );
}

function Kits({ memory: { kits } }: PartProps) {
  return (
    <section aria-label="Kits">
      <h2 className="font-semibold">Kits</h2>
      {kits.length === 0 && (
        <p className="text-sm text-pale">No job taught anything of a kit yet.</p>
      )}
      <ul className="text-sm">
        {kits.map((kit) => (
          <li key={kit.part_number} className="border-t border-line py-1">
            <span className="font-semibold">{kit.part_number}</span>
            {kit.steps > 0 && (
              <span className="text-pale">
                {" "}
                {kit.steps} {kit.steps === 1 ? "step" : "steps"} timed over {kit.jobs}{" "}
                {kit.jobs === 1 ? "job" : "jobs"}; the next plan with it starts from these
              </span>
            )}
            {kit.snags.map((snag) => (
              <span key={snag} className="block">
                {snag}
              </span>
            ))}
          </li>
        ))}
      </ul>
      <Csv name="kits" />
    </section>
  );
}
