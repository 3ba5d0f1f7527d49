import { useCallback, useEffect, useRef, useState } from "react";
import type { Numbers } from "../../api/client";
import { placeOf, useCaret } from "./caret";
import type { Jump } from "./editor/Editor";
import type { Pseudo } from "./useNumbers";

/** The selected element by its index, and which of its generated boxes, if any. */
export function useSelected(first: number | null) {
  const [selected, setSelected] = useState(first);
  const [pseudo, setPseudo] = useState<Pseudo>("");
  const [reveal, setReveal] = useState(0);
  /** From the source: the page shows the element. */
  const select = useCallback((index: number, of: Pseudo) => {
    setSelected(index);
    setPseudo(of);
    setReveal((count) => count + 1);
  }, []);
  /** From the page: it is in view already. */
  const pick = useCallback((index: number) => {
    setSelected(index);
    setPseudo("");
  }, []);
  return { selected, pseudo, setPseudo, reveal, select, pick };
}

/** Keeps the caret and the selected element together: a caret in a rule or tag selects, a picked element is shown in the source. */
export function useFollowing(
  { select, pick }: Pick<ReturnType<typeof useSelected>, "select" | "pick">, numbers: Numbers | undefined, page: string, open: string, jumpTo: (at: Omit<Jump, "stamp">) => void,
) {
  const { onCaret, forget } = useCaret(numbers, page, select);
  const shown = useRef({ numbers, open });
  useEffect(() => {
    shown.current = { numbers, open };
  });
  const showInSource = useCallback((index: number) => {
    forget();
    pick(index);
    const at = placeOf(shown.current.numbers, shown.current.open, page, index);
    if (at) jumpTo({ ...at, focus: false });
  }, [page, forget, pick, jumpTo]);
  return { onCaret, showInSource };
}
