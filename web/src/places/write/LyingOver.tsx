/** What the selected box and its pseudo-elements lie over, and what they add to what scrolls, at the walker. */
import { useState } from "react";
import styled from "styled-components";
import type { components } from "../../api/schema";
import { Button } from "../../kit/Button";
import { px } from "../../kit/numbers";

type Boxes = components["schemas"]["LyingOverOut"]["boxes"];

const Form = styled.div`
  margin-top: 8px; font-size: var(--size-note);
  button { padding: 1px 9px; font-size: var(--size-note); }
  h3 { margin: 6px 0 2px; font-size: var(--size-note); color: var(--soft); }
  && ul { font-family: var(--font-words); } li.sum { font-family: var(--font-number); }
`;

interface Props {
  /** Asks of the texts as they are when it is pressed. */
  onLook: () => Promise<Boxes>;
}

export function LyingOver({ onLook }: Props) {
  const [boxes, setBoxes] = useState<Boxes | null>(null);
  const [trouble, setTrouble] = useState("");
  const [isAsked, setAsked] = useState(false);
  const look = () => {
    setTrouble("");
    setAsked(true);
    onLook().then(setBoxes, (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error))).finally(() => setAsked(false));
  };
  return (
    <Form role="group" aria-label="What it covers and adds to scrolling">
      <Button isDisabled={isAsked} onPress={look}>What does it cover, and add to scrolling?</Button>
      {trouble && <p role="alert">{trouble}</p>}
      <div role="status">
        {boxes?.map((box) => (
          <section key={box.name}>
            <h3>{box.name}: {px(box.width)} × {px(box.height)}, from {px(box.x)}, {px(box.y)}</h3>
            <ul>
              {(box.sentences ?? []).map((sentence) => <li key={sentence}>{sentence}</li>)}
              {(box.working ?? []).map((line) => <li key={line} className="sum">{line}</li>)}
            </ul>
          </section>
        ))}
      </div>
    </Form>
  );
}
