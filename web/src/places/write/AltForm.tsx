/** What a picture says to those who do not see it, asked for where it says nothing; that it is only decoration is an answer, too. */
import { useEffect, useRef, useState } from "react";
import styled from "styled-components";
import { ask, client } from "../../api/client";
import { Button } from "../../kit/Button";
import type { AskChange } from "./aid";

const Form = styled.form`
  display: grid; gap: 4px; margin: 4px 0;
  label { display: grid; gap: 2px; margin: 0; color: inherit; }
  input { min-width: 0; padding: 2px 6px; border: 1px solid var(--faint); border-radius: var(--round-box); background: var(--paper); color: var(--ink); }
  .row { display: flex; flex-wrap: wrap; gap: 4px 8px; } button { padding: 1px 9px; font-size: var(--size-note); }
`;

interface Props {
  siteId: number;
  page: string;
  index: number;
  onAsk: AskChange;
  onDone: () => void;
}

export function AltForm({ siteId, page, index, onAsk, onDone }: Props) {
  const [words, setWords] = useState("");
  const [trouble, setTrouble] = useState("");
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => field.current?.focus({ preventScroll: true }), []);
  const put = (alt: string) => {
    setTrouble("");
    onAsk((latest) => ask(client.POST("/api/sites/{site_id}/alt", { params: { path: { site_id: siteId } }, body: { page, drafts: latest, selected: index, alt } })))
      .then(onDone, (error: unknown) => setTrouble(error instanceof Error ? error.message : String(error)));
  };
  return (
    <Form aria-label="What the picture says" onSubmit={(event) => { event.preventDefault(); if (words.trim()) put(words); }}>
      <label>What does it say to those who do not see it?<input ref={field} value={words} onChange={(event) => setWords(event.target.value)} /></label>
      {trouble && <span role="alert">{trouble}</span>}
      <span className="row"><Button type="submit" isDisabled={words.trim() === ""}>Put it in</Button><Button onPress={() => put("")}>It is only decoration</Button></span>
    </Form>
  );
}
