/** Numbers as people read them: two decimals at most, none where whole, thousands with commas, a true minus. */
export function px(value: number): string {
  const rounded = Math.round(value * 100) / 100;
  return (Number.isInteger(rounded) ? WHOLE : BROKEN).format(rounded).replace("-", "−");
}

// Made once: making a format takes longer than a hundred uses of it.
const WHOLE = new Intl.NumberFormat("en", { maximumFractionDigits: 0 });
const BROKEN = new Intl.NumberFormat("en", { minimumFractionDigits: 2, maximumFractionDigits: 2 });

/** A time of day as people write it: 09:41. */
export function clock(date: Date): string {
  return date.toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });
}

/** A number in a sum: always with two decimals, so that columns line up. */
export function sumNumber(value: number): string {
  return BROKEN.format(value);
}
