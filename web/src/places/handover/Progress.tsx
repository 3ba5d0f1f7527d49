import { ProgressBar } from "react-aria-components";
import { Button } from "../../kit/Button";

/** How far work is, what it is at, and a way to stop it. */
export function Progress({ label, part, words, onStop }: { label: string; part: number; words?: string; onStop: () => void }) {
  return (
    <span className="progress">
      <ProgressBar aria-label={label} value={part * 100}><span className="bar"><i style={{ width: `${part * 100}%` }} /></span></ProgressBar>
      {words && <span className="soft">{words}</span>}
      <Button onPress={onStop}>Stop</Button>
    </span>
  );
}
