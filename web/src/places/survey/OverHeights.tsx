import { useState } from "react";
import { ask, client } from "../../api/client";
import { Button, LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";
import { useLatest } from "../../kit/useLatest";

interface Props {
  siteId: number;
  page: string;
  walker: number;
  /** To Write, at an element and a source line. */
  onSource: (index: number, width: number, height: number, file: string, line: number) => void;
}

/** The page over the heights of its window, at one width: findings with their exact ranges of heights. */
export function OverHeights({ siteId, page, walker, onSource }: Props) {
  const [width, setWidth] = useState(walker);
  const [typed, setTyped] = useState(String(walker));
  const told = useLatest({ page, width, drafts: {} }, (question) => ask(client.POST("/api/sites/{site_id}/heights", { params: { path: { site_id: siteId } }, body: question })));
  const settle = () => {
    const wanted = Number(typed);
    if (Number.isInteger(wanted) && wanted >= 240 && wanted <= 1920) setWidth(wanted);
    else setTyped(String(width));
  };
  const findings = told.answer?.findings ?? [];
  return (
    <>
      <form className="do" onSubmit={(event) => { event.preventDefault(); settle(); }}>
        <label>At the width <input style={{ width: 64 }} inputMode="numeric" value={typed} onChange={(event) => setTyped(event.target.value)} onBlur={settle} /></label>
        <Button type="submit">Walk over heights</Button>
      </form>
      <p role="status">
        {told.error ?? (!told.isFresh || !told.answer ? "Walking over heights from 320 to 1,200." : findings.length === 0 ? `At ${px(width)} wide every height from 320 to 1,200 is well.` : `At ${px(width)} wide, from high to low:`)}
      </p>
      <ul aria-label="Findings over heights">
        {told.isFresh && findings.map((one) => (
          <li key={`${one.kind} ${one.index} ${one.low}`} className="finding doubtful">
            <span className="range">{px(one.low)} to {px(one.high)} high</span><span className="title">{one.title}</span>
            <div>{one.message}</div>
            <div className="do"><LinkButton onPress={() => onSource(one.index, width, one.high, one.file, one.line)}>{one.file} line {one.line}</LinkButton></div>
            <ul className="sum">{one.working.map((term) => <li key={term}>{term}</li>)}</ul>
          </li>
        ))}
      </ul>
    </>
  );
}
