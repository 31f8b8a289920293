import type { ComponentProps } from "react";
import { useKeys } from "../ui/keys";

type BigButtonProps = ComponentProps<"button"> & {
  primary?: boolean;
  /** Page Down, Space or a pedal presses it too. */
  hand?: boolean;
};

/** A button for a glove: 64 px high, the one thing to do in green. */
export function BigButton({ primary, hand = false, className = "", ...rest }: BigButtonProps) {
  return (
    <>
      {hand && !rest.disabled && <Hand onPress={() => rest.onClick?.({} as never)} />}
      <button
        type="button"
        {...rest}
        className={`min-h-16 w-full border px-3 text-xl disabled:border-line disabled:bg-transparent disabled:text-pale ${primary ? "border-after bg-after font-semibold text-after-ink" : "border-pale"} ${className}`}
      />
    </>
  );
}

/** A pedal or a remote is a keyboard with two keys. */
function Hand({ onPress }: { onPress: () => void }) {
  useKeys({ PageDown: onPress, " ": onPress });
  return null;
}
