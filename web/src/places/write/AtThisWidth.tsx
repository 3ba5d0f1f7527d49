import { memo } from "react";
import styled from "styled-components";
import type { Numbers } from "../../api/client";
import { LinkButton } from "../../kit/Button";
import { px } from "../../kit/numbers";

const Panel = styled.aside`
  padding: 8px 16px 12px 0; border-top: 1px solid var(--hairline); background: var(--panel); overflow: auto; min-height: 0;
  h2 { margin-bottom: 6px; font-size: 12px; color: var(--soft); }
  ul { display: grid; gap: 6px; margin: 0; padding: 0; list-style: none; }
  strong.wrong { color: var(--wrong); }
  strong.doubt { color: var(--doubt); }
`;

const MOST = 8;

/** What is wrong or doubtful at the walker, in plain sentences. */
export const AtThisWidth = memo(function AtThisWidth({ numbers, error, onSource }: { numbers: Numbers | undefined; error: string | undefined; onSource: (file: string, line: number) => void }) {
  const problems = numbers?.notes.filter((note) => note.kind === "problem") ?? [];
  const unmodelled = numbers?.unmodelled ?? [];
  const overflow = numbers && numbers.scroll_width > numbers.width ? numbers.scroll_width : null;
  const count = problems.length + unmodelled.length + (numbers?.missing.length ?? 0) + (overflow ? 1 : 0);
  return (
    <Panel aria-label="At this width">
      <h2>At this width</h2>
      <ul>
        {error && <li role="alert"><strong className="wrong">No numbers.</strong> {error}</li>}
        {overflow && <li><strong className="wrong">The page scrolls sideways.</strong> It is {px(overflow)} wide, the viewport {px(numbers?.width ?? 0)}.</li>}
        {numbers?.missing.map((item) => (
          <li key={item.address}>
            <strong className="wrong">A file is missing.</strong> There is no {item.kind} {item.address}.{" "}
            <LinkButton onPress={() => onSource(item.file, item.line)}>{item.file} line {item.line}</LinkButton>
          </li>
        ))}
        {problems.slice(0, MOST).map((note) => (
          <li key={`${note.file} ${note.line} ${note.text}`}>
            <strong className="wrong">{note.text}</strong>{" "}
            <LinkButton onPress={() => onSource(note.file, note.line)}>{note.file} line {note.line}</LinkButton>
          </li>
        ))}
        {unmodelled.slice(0, MOST).map((item) => (
          <li key={`${item.index} ${item.feature}`}>
            <strong className="doubt">{item.feature} is not covered yet.</strong> The page’s measured numbers stand in.{" "}
            <LinkButton onPress={() => onSource(item.file, item.line)}>{item.file} line {item.line}</LinkButton>
          </li>
        ))}
        {numbers && !error && count === 0 && <li>Nothing is doubtful here.</li>}
      </ul>
    </Panel>
  );
});
