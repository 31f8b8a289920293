import { addClick, LINE_NAMES } from "./clicks";
import type { Clicks } from "./clicks";

type ClickedPictureProps = {
  title: string;
  url: string;
  width: number;
  height: number;
  clicks: Clicks;
  onClicks: (clicks: Clicks) => void;
};

/** A picture that lines are laid on by clicking their ends. */
export function ClickedPicture({
  title,
  url,
  width,
  height,
  clicks,
  onClicks,
}: ClickedPictureProps) {
  function click(event: React.MouseEvent<SVGSVGElement>) {
    const seen = event.currentTarget.getScreenCTM();
    if (seen === null) return;
    // Through the drawing's own matrix: a tall picture has empty paper at its sides.
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(seen.inverse());
    onClicks(addClick(clicks, { x, y }));
  }

  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="my-1 block max-h-96 w-full cursor-crosshair border border-line"
      role="img"
      aria-label={title}
      onClick={click}
    >
      <image href={url} width={width} height={height} />
      {clicks.map(({ x, y }, i) => (
        <circle
          key={i}
          cx={x}
          cy={y}
          r={width / 120}
          fill="var(--after)"
          fillOpacity={0.5}
          stroke="var(--paper)"
        />
      ))}
      {[0, 2].map((at) => {
        const [a, b] = [clicks[at], clicks[at + 1]];
        return (
          a &&
          b && (
            <line
              key={at}
              x1={a.x}
              y1={a.y}
              x2={b.x}
              y2={b.y}
              stroke="var(--after)"
              strokeWidth={width / 250}
              strokeDasharray={at === 2 ? `${width / 60}` : undefined}
            >
              <title>{LINE_NAMES[at / 2]}</title>
            </line>
          )
        );
      })}
    </svg>
  );
}
