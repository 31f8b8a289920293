import type { ComponentProps } from "react";

type ButtonProps = ComponentProps<"button"> & { primary?: boolean };

/** A button at least 44 px high; green where it is the one thing to do. */
export function Button({ primary, className = "", ...rest }: ButtonProps) {
  const look = primary
    ? "border-after bg-after text-after-ink"
    : "border-ink hover:bg-ink hover:text-paper";
  return (
    <button
      type="button"
      {...rest}
      className={`min-h-11 border px-4 whitespace-nowrap disabled:border-line disabled:bg-transparent disabled:text-pale ${look} ${className}`}
    />
  );
}
