const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short" });
const WEEKDAY = new Intl.DateTimeFormat("en-GB", {
  weekday: "short",
  day: "numeric",
  month: "short",
});

/** Noon, so that no time zone makes a day of the calendar the day before. */
const noon = (day: string) => new Date(day.length === 10 ? `${day}T12:00:00` : day);

/** A day, or the day of a moment, such as "30 Nov". */
export const shortDay = (day: string) => DAY.format(noon(day));

/** A day as a calendar says it, such as "Mon 30 Nov". */
export const calendarDay = (day: string) => WEEKDAY.format(noon(day));

const MOMENT = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});

/** A moment as people say it, such as “27 Nov, 14:05”. */
export const dayAndTime = (at: string): string => MOMENT.format(new Date(at));
