/** Type: a scale of sizes, or the page's font files. */
import { useState } from "react";
import { Choice } from "../../kit/Choice";
import type { AidProps } from "./aid";
import { FontsPanel } from "./FontsPanel";
import { ScalePanel } from "./ScalePanel";

export function TypePanel(props: AidProps) {
  const [what, setWhat] = useState<"Scale" | "Font files">("Scale");
  return (
    <>
      <div style={{ marginBottom: 8 }}><Choice label="What of type" options={["Scale", "Font files"] as const} value={what} onChange={setWhat} /></div>
      {what === "Scale" ? <ScalePanel {...props} /> : <FontsPanel {...props} />}
    </>
  );
}
