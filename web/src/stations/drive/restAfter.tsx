import { scaleLinear } from "@visx/scale";
import type { DriveView, DrivenRun } from "../../api/types";
import { Drawing } from "../../drawings/drawing";
import { Row, Table } from "../../ui/table";
import { manoeuvreOf, withBand } from "./figures";

type Rests = NonNullable<DrivenRun["answer"]["after_events"]>;
type ToRest = NonNullable<DriveView["verdicts"]["compared"][number]["to_rest"]>;
type Pair = { manoeuvre: string; before: Rests; after: Rests; drawn: ToRest };

const WIDTH = 720;
const HEIGHT = 170;
const BOX = { left: 14, right: 22, top: 10, bottom: 26 };

/** Runs over bumps or past gusts, before beside after: how the body came to rest by itself. */
export function RestAfter({ drive }: { drive: DriveView }) {
  const restsOf = (id: number) => drive.runs.find((run) => run.id === id)?.answer.after_events;
  const pairs = drive.verdicts.compared.flatMap(({ before_id, after_id, to_rest }): Pair[] => {
    const [before, after] = [restsOf(before_id), restsOf(after_id)];
    if (!to_rest || !before || !after) return [];
    return [{ manoeuvre: manoeuvreOf(drive, after_id), before, after, drawn: to_rest }];
  });
  return pairs.map((pair) => <OneRest key={pair.manoeuvre} {...pair} />);
}

function OneRest({ manoeuvre, before, after, drawn }: Pair) {
  const both = [before, after];
  return (
    <section aria-label={`At rest again after ${manoeuvre}`}>
      <h2 className="font-semibold">
        At rest again{" "}
        <span className="font-normal text-pale">after {manoeuvre}; dashed before, solid after</span>
      </h2>
      <Decay before={before} after={after} drawn={drawn} />
      <Table label={`Rocking after ${manoeuvre}`} heads={["", "before", "after"]}>
        <Figures name="rocks at" each={both.map((one) => withBand(one.frequency_hz, " Hz"))} />
        <Figures name="at rest after" each={both.map((one) => withBand(one.still_after_s, " s"))} />
        <Figures name="swings past centre" each={both.map((one) => String(one.swings))} />
        <Figures name="times it was let go" each={both.map((one) => String(one.at_s.length))} />
      </Table>
    </section>
  );
}

function Figures({ name, each }: { name: string; each: string[] }) {
  return (
    <Row>
      <th scope="row" className="py-1 text-left font-normal">
        {name}
      </th>
      {each.map((text, i) => (
        <td key={i} className="figure">
          {text}
        </td>
      ))}
    </Row>
  );
}

/** The body let go at the same lean twice, as it was found to rock. */
function Decay({ before, after, drawn }: Omit<Pair, "manoeuvre">) {
  const longest = drawn.step_s * (drawn.before.length - 1);
  const x = scaleLinear<number>({ domain: [0, longest], range: [BOX.left, WIDTH - BOX.right] });
  const y = scaleLinear<number>({ domain: [-1, 1], range: [HEIGHT - BOX.bottom, BOX.top] });
  const each = [
    { name: "before", rests: before },
    { name: "after", rests: after },
  ] as const;
  const says = each
    .map(({ name, rests }) => `${name} at rest in ${withBand(rests.still_after_s, " s")}`)
    .join(", ");
  return (
    <Drawing width={WIDTH} height={HEIGHT} role="img" aria-label={`Rocking to rest: ${says}.`}>
      <line className="pale-1" x1={BOX.left} x2={WIDTH - BOX.right} y1={y(0)} y2={y(0)} />
      {each.map(({ name, rests }) => (
        <g key={name}>
          <path className={`${name}-line`} d={pathOf(drawn[name], drawn.step_s, x, y)} />
          <line
            stroke={`var(--${name})`}
            strokeWidth={2}
            x1={x(rests.still_after_s.value)}
            x2={x(rests.still_after_s.value)}
            y1={y(0.22)}
            y2={y(-0.22)}
          />
        </g>
      ))}
      {x.ticks(6).map((tick) => (
        <text key={tick} className="num pale" x={x(tick)} y={HEIGHT - 8} textAnchor="middle">
          {tick} s
        </text>
      ))}
    </Drawing>
  );
}

function pathOf(
  left: number[],
  step_s: number,
  x: (s: number) => number,
  y: (part: number) => number,
): string {
  return left
    .map((part, i) => `${i === 0 ? "M" : "L"}${x(i * step_s).toFixed(1)} ${y(part).toFixed(1)}`)
    .join("");
}
