import { useEffect, useEffectEvent } from "react";

/** What each key does, by `KeyboardEvent.key`; "Ctrl+z" for a chord. */
export type KeyMap = Record<string, () => void>;

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || ["INPUT", "TEXTAREA", "SELECT"].includes(target.tagName))
  );
}

/** Keys of a page; silent while somebody types or a dialog is open. */
export function useKeys(keys: KeyMap): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.defaultPrevented || event.altKey || isTyping(event.target)) return;
    if (document.querySelector('[role="dialog"]')) return;
    const name = event.ctrlKey || event.metaKey ? `Ctrl+${event.key.toLowerCase()}` : event.key;
    const act = keys[name];
    if (act === undefined) return;
    event.preventDefault();
    act();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
