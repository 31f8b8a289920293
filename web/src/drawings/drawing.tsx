import type { ComponentProps } from "react";
import { Scroller } from "../ui/scroller";

/** Drawings are never shown smaller than this, so that their words stay readable. */
export const LEAST_SCALE = 0.94;

type DrawingProps = Omit<ComponentProps<"svg">, "viewBox" | "width" | "height"> & {
  /** In paper pixels; what is narrower on a screen moves sideways. */
  width: number;
  height: number;
  startAt?: number;
};

/** A drawing that fills the width there is. */
export function Drawing({
  width,
  height,
  startAt,
  className = "",
  children,
  ...rest
}: DrawingProps) {
  return (
    <Scroller label={rest["aria-label"] ?? "Drawing"} startAt={startAt}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className={`drawing worked block w-full ${className}`}
        style={{ minWidth: width * LEAST_SCALE }}
        {...rest}
      >
        {children}
      </svg>
    </Scroller>
  );
}
