/** Numbers as people read them: two decimals at most, none where whole, thousands with commas, a true minus. */
export function px(value: number): string {
  const rounded = Math.round(value * 100) / 100;
  const digits = Number.isInteger(rounded) ? 0 : 2;
  return rounded.toLocaleString("en", { minimumFractionDigits: digits, maximumFractionDigits: digits }).replace("-", "−");
}

/** A time of day as people write it: 09:41. */
export function clock(date: Date): string {
  return date.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
}
