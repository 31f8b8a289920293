export type Theme = "paper" | "bay";

const KEY = "calm-axle-theme";

/** Theme kept from last time on this device. */
export function storedTheme(): Theme {
  return localStorage.getItem(KEY) === "bay" ? "bay" : "paper";
}

export function applyTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  localStorage.setItem(KEY, theme);
}
