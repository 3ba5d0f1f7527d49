import type { Shot } from "../../api/client";

/** What is otherwise than in the accepted picture: ringed and hatched. */
export function ChangedAreas({ since, top, scale }: { since: NonNullable<Shot["since"]>; top: number; scale: number }) {
  return (
    <svg width="100%" height="100%" aria-hidden="true" style={{ position: "absolute", inset: 0 }}>
      <defs><pattern id="changed" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><rect width="1.4" height="6" fill="var(--day-pin)" /></pattern></defs>
      {since.areas.map((one) => (
        <g key={`${one.x} ${one.y}`}>
          <rect x={one.x * scale} y={(one.y - top) * scale} width={Math.max(one.width * scale, 3)} height={Math.max(one.height * scale, 3)} fill="url(#changed)" opacity="0.45" />
          <rect x={one.x * scale - 2} y={(one.y - top) * scale - 2} width={Math.max(one.width * scale, 3) + 4} height={Math.max(one.height * scale, 3) + 4} fill="none" stroke="var(--day-pin)" strokeWidth="1.6" rx="3" />
        </g>
      ))}
    </svg>
  );
}
