import { useEffect, useRef, useState } from "react";
import type { ReactNode } from "react";

type ScrollerProps = {
  label: string;
  className?: string;
  /** Which part of its width is seen first, 0 to 1; the left edge where nothing is said. */
  startAt?: number;
  children: ReactNode;
};

/** What may be larger than the screen is moved by itself; the keyboard reaches it where it is. */
export function Scroller({ label, className = "", startAt, children }: ScrollerProps) {
  const box = useRef<HTMLDivElement>(null);
  const [scrolls, setScrolls] = useState(false);
  useEffect(() => {
    const element = box.current;
    if (element === null) return;
    if (startAt !== undefined)
      element.scrollLeft = startAt * element.scrollWidth - element.clientWidth / 2;
    const sizes = new ResizeObserver(() => {
      const { scrollWidth, clientWidth, scrollHeight, clientHeight } = element;
      setScrolls(scrollWidth > clientWidth + 1 || scrollHeight > clientHeight + 1);
    });
    sizes.observe(element);
    return () => sizes.disconnect();
  }, [startAt]);
  return (
    <div
      ref={box}
      data-scrolls
      {...(scrolls && { tabIndex: 0, role: "region", "aria-label": `${label}, moves` })}
      className={`max-sheet:overflow-auto ${className}`}
    >
      {children}
    </div>
  );
}
