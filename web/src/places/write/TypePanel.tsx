/** Type: a scale of sizes, the selected text over all widths, the page's font files. */
import { useState } from "react";
import { Choice } from "../../kit/Choice";
import type { AidProps } from "./aid";
import { FontsPanel } from "./FontsPanel";
import { ScalePanel } from "./ScalePanel";
import { TextPanel } from "./TextPanel";

export function TypePanel(props: AidProps) {
  const [what, setWhat] = useState<"Scale" | "This text" | "Font files">("Scale");
  return (
    <>
      <div style={{ marginBottom: 8 }}><Choice label="What of type" options={["Scale", "This text", "Font files"] as const} value={what} onChange={setWhat} /></div>
      {what === "Scale" ? <ScalePanel {...props} /> : what === "This text" ? <TextPanel key={props.selected} {...props} /> : <FontsPanel {...props} />}
    </>
  );
}
