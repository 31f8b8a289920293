const LOOK =
  "-mb-px min-h-11 content-center border-b-2 border-transparent text-sm text-pale hover:text-ink";

/** Looks of a tab that is a link to a page, and of one that is a button. */
export const LINK_TAB = `${LOOK} aria-[current=page]:border-ink aria-[current=page]:font-semibold aria-[current=page]:text-ink`;
export const BUTTON_TAB = `${LOOK} aria-pressed:border-ink aria-pressed:font-semibold aria-pressed:text-ink`;
