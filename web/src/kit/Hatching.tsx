/** The patterns by which box parts are told apart, as in a drafted section. Put once into an SVG that uses them. */
export function Hatching() {
  return (
    <defs>
      <pattern id="hatch-margin" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--hatch)" strokeWidth="0.8" />
      </pattern>
      <pattern id="hatch-padding" width="5" height="5" patternUnits="userSpaceOnUse">
        <circle cx="1.5" cy="1.5" r="0.7" fill="var(--hatch)" />
      </pattern>
      <pattern id="hatch-gap" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="9" stroke="var(--hatch-gap)" strokeWidth="1" />
      </pattern>
      <pattern id="hatch-cut" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="7" height="7" fill="var(--day-pin)" fillOpacity="0.08" />
        <line x1="0" y1="0" x2="0" y2="7" stroke="var(--day-pin)" strokeWidth="1" />
      </pattern>
    </defs>
  );
}

/** The fill of a box part. */
export function fillOf(kind: string): string {
  if (kind === "border") return "var(--ink)";
  if (kind === "margin" || kind === "padding" || kind === "gap") return `url(#hatch-${kind})`;
  return "var(--panel)";
}
