/** Type: a scale of sizes, the selected text over all widths, its lines against those beside it, the page's font files. */
import { useState } from "react";
import { Choice } from "../../kit/Choice";
import type { AidProps } from "./aid";
import { FontsPanel } from "./FontsPanel";
import { LinesPanel } from "./LinesPanel";
import { ScalePanel } from "./ScalePanel";
import { TextPanel } from "./TextPanel";

const ASKED = ["Scale", "This text", "Lines beside it", "Font files"] as const;
const PANELS: Record<(typeof ASKED)[number], (props: AidProps) => React.ReactNode> = {
  Scale: (props) => <ScalePanel {...props} />,
  "This text": (props) => <TextPanel key={props.selected} {...props} />,
  "Lines beside it": (props) => <LinesPanel key={props.selected} {...props} />,
  "Font files": (props) => <FontsPanel {...props} />,
};

export function TypePanel(props: AidProps) {
  const [what, setWhat] = useState<(typeof ASKED)[number]>("Scale");
  return (
    <>
      <div style={{ marginBottom: 8 }}><Choice label="What of type" options={ASKED} value={what} onChange={setWhat} /></div>
      {PANELS[what](props)}
    </>
  );
}
