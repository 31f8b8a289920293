import { useRef, useState } from "react";
import { useJobView } from "../../job/context";
import { useWritable } from "../../api/session";
import { SheetOfPaper } from "../../drawings/sheetOfPaper";
import { Ground } from "../../drawings/ground";
import { pathOf } from "../../drawings/point";
import type { Point } from "../../drawings/point";
import { lengthwiseScale, profileOutline, sideFrame } from "../../drawings/sideGeometry";
import { massPlace, massPoint, massRadius } from "../../drawings/stackGeometry";

const WIDTH = 760;
const HEIGHT = 260;
const GROUND = 232;

/** Known masses on the side view, each dragged to where it sits; the centre that follows. */
export function StackView({ stateIndex }: { stateIndex: number }) {
  const { job, writes } = useJobView();
  const writable = useWritable();
  const { sheet } = job;
  const frame = sideFrame(sheet, lengthwiseScale(sheet), 90, GROUND);
  const stack = sheet.stack ?? [];
  const largest = Math.max(0, ...stack.map(({ mass_kg }) => mass_kg.value));
  const state = sheet.load_states[stateIndex];
  const [dragged, setDragged] = useState<{ index: number; at: Point } | null>(null);
  const svg = useRef<SVGGElement>(null);

  function pointOf(event: React.PointerEvent): Point {
    const box = svg.current?.ownerSVGElement?.getBoundingClientRect() ?? new DOMRect(0, 0, 1, 1);
    return {
      x: ((event.clientX - box.left) / box.width) * WIDTH,
      y: ((event.clientY - box.top) / box.height) * HEIGHT,
    };
  }

  async function drop() {
    if (dragged === null) return;
    const { behindM, heightM } = massPlace(frame, dragged.at);
    const place = `stack.${dragged.index}`;
    try {
      await writes.enterSeveral([
        {
          place: `${place}.behind_front_axle_m`,
          typed: `${behindM} m`,
          known: "estimated",
          simulated: false,
        },
        { place: `${place}.height_m`, typed: `${heightM} m`, known: "estimated", simulated: false },
      ]);
    } catch {
      // Why it is not kept is said beside the state of saving; the mark goes back.
    }
    setDragged(null);
  }

  if (state === undefined) return null;
  const rear = state.rear_left_kg.value + state.rear_right_kg.value;
  const front = state.front_left_kg.value + state.front_right_kg.value;
  const centre = massPoint(
    frame,
    (sheet.wheelbase_m.value * rear) / (front + rear),
    state.centre_of_gravity_height_m.value,
  );
  const drawing = (
    <g ref={svg}>
      <Ground left={16} right={WIDTH - 16} y={GROUND} />
      <path d={pathOf(profileOutline(frame))} className="pale-1" />
      {[
        { x: frame.frontAxle, axle: sheet.front },
        { x: frame.rearAxle, axle: sheet.rear },
      ].map(({ x, axle }) => (
        <circle
          key={x}
          cx={x}
          cy={GROUND - axle.wheel_centre_height_m.value * frame.pxPerM}
          r={axle.wheel_centre_height_m.value * frame.pxPerM}
          className="ink-1"
        />
      ))}
      {stack.map((item, i) => {
        const at =
          dragged?.index === i
            ? dragged.at
            : massPoint(frame, item.behind_front_axle_m.value, item.height_m.value);
        return (
          <g key={i} data-mass={i}>
            <circle
              cx={at.x}
              cy={at.y}
              r={massRadius(item.mass_kg.value, largest)}
              className="ink-2"
              style={{ fill: "var(--sheet)", cursor: writable ? "grab" : undefined }}
              onPointerDown={(event) => {
                if (!writable) return;
                event.currentTarget.setPointerCapture(event.pointerId);
                setDragged({ index: i, at: pointOf(event) });
              }}
              onPointerMove={(event) => {
                if (dragged?.index === i) setDragged({ index: i, at: pointOf(event) });
              }}
              onPointerUp={() => void drop()}
            />
            <text x={at.x} y={at.y + 4} textAnchor="middle" pointerEvents="none">
              {i + 1}
            </text>
          </g>
        );
      })}
      <path
        className="after-line"
        d={`M${centre.x - 11} ${centre.y} h22 M${centre.x} ${centre.y - 11} v22`}
      />
      <text x={centre.x + 14} y={centre.y - 6}>
        centre of gravity as it stands on the sheet
      </text>
    </g>
  );
  return (
    <SheetOfPaper
      width={WIDTH}
      height={HEIGHT}
      says="Side view with the stacked masses and the centre of gravity; the masses' numbers stand in the list below."
      drawing={drawing}
    />
  );
}
