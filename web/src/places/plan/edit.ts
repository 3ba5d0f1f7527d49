/** Changes to a plan: each takes a plan and gives a new one. */
import type { Arrangement, Plan, PlanBox, PlanCell, PlanRow, PlanSize, Sides } from "../../api/client";

export const NO_SIDES: Sides = { top: 0, right: 0, bottom: 0, left: 0 };
export const ROLES = ["header", "navigation", "main", "section", "article", "aside", "footer", "figure", "form", "list", "box"] as const;
const REST: PlanSize = { kind: "rest", value: 1, keep: false };

/** A box with nothing around it. */
export function newBox(plan: Plan, name: string, parent: string | null): PlanBox {
  const taken = new Set(plan.boxes.map((box) => box.id));
  let number = plan.boxes.length + 1;
  while (taken.has(`b${number}`)) number += 1;
  return { id: `b${number}`, name, role: "section", words: "", parent, margin: NO_SIDES, border: NO_SIDES, padding: NO_SIDES, sizing: "border-box", keep_edges: true };
}

/** A plan to begin with: head, text beside an aside, foot, on twelve columns. */
export function newPlan(name: string): Plan {
  const parts: [string, PlanBox["role"]][] = [["Head", "header"], ["Text", "main"], ["Aside", "aside"], ["Foot", "footer"]];
  const boxes = parts.map(([part, role], number): PlanBox => ({
    id: `b${number + 1}`, name: part, role, words: "", parent: null, margin: NO_SIDES, border: NO_SIDES, padding: { top: 16, right: 20, bottom: 16, left: 20 }, sizing: "border-box", keep_edges: true,
  }));
  const alone = (box: string): PlanRow => ({ cells: [{ box, size: REST }], parent: null, gap: null });
  const span = (box: string, value: number): PlanCell => ({ box, size: { kind: "span", value, keep: false } });
  const stacked = boxes.map((box) => alone(box.id));
  const beside = (first: number, second: number): PlanRow[] => [alone("b1"), { cells: [span("b2", first), span("b3", second)], parent: null, gap: null }, alone("b4")];
  const arrangement = (label: string, starts: number, total: number, count: number, margin: number, rows: PlanRow[]): Arrangement => ({
    name: label, starts, columns: { total, count, column: null, gutter: 20, margin, gutters: "between" }, rows, hidden: [], drawing: null,
  });
  return {
    name, boxes, fluid: true, keep_gutters: true, maximum: { value: 1200, unit: "px" }, side: null, root_size: 16, row_gap: 24,
    arrangements: [arrangement("narrow", 0, 360, 4, 16, stacked), arrangement("medium", 600, 768, 8, 24, beside(5, 3)), arrangement("wide", 960, 1200, 12, 30, beside(8, 4))],
  };
}

/** The plan with one arrangement changed. */
export function withArrangement(plan: Plan, number: number, change: (arrangement: Arrangement) => Arrangement): Plan {
  return { ...plan, arrangements: plan.arrangements.map((one, index) => (index === number ? change(one) : one)) };
}

/** The plan with one box changed. */
export function withBox(plan: Plan, id: string, change: Partial<PlanBox>): Plan {
  return { ...plan, boxes: plan.boxes.map((box) => (box.id === id ? { ...box, ...change } : box)) };
}

/** The plan with a box's size in an arrangement changed. */
export function withSize(plan: Plan, number: number, id: string, change: Partial<PlanSize>): Plan {
  return withRows(plan, number, (rows) => rows.map((row) => ({ ...row, cells: row.cells.map((cell) => (cell.box === id ? { ...cell, size: { ...REST, ...cell.size, ...change } } : cell)) })));
}

/** The plan with the rows of an arrangement changed; rows of nothing go. */
export function withRows(plan: Plan, number: number, change: (rows: PlanRow[]) => PlanRow[]): Plan {
  return withArrangement(plan, number, (one) => ({ ...one, rows: change(one.rows).filter((row) => row.cells.length > 0) }));
}

/** A box and all that is inside it. */
export function within(plan: Plan, id: string): Set<string> {
  const found = new Set([id]);
  for (const box of plan.boxes) if (box.parent !== null && box.parent !== undefined && found.has(box.parent)) found.add(box.id);
  return found;
}

/** A further box: at the end of a row in the arrangement at hand, on a row of its own in the others. */
export function addBox(plan: Plan, number: number, row: number | null, parent: string | null, name: string): { plan: Plan; id: string } {
  const box = newBox(plan, name, parent);
  const cell: PlanCell = { box: box.id, size: REST };
  const boxes = [...plan.boxes];
  const inside = parent === null ? -1 : Math.max(...[...within(plan, parent)].map((id) => boxes.findIndex((one) => one.id === id)));
  boxes.splice(inside < 0 ? boxes.length : inside + 1, 0, box);
  const arrangements = plan.arrangements.map((one, index) => {
    if (index === number && row !== null) return { ...one, rows: one.rows.map((old, place) => (place === row ? { ...old, cells: [...old.cells, cell] } : old)) };
    return { ...one, rows: [...one.rows, { cells: [cell], parent, gap: null }] };
  });
  return { plan: { ...plan, boxes, arrangements }, id: box.id };
}

/** Without a box and all inside it. */
export function removeBox(plan: Plan, id: string): Plan {
  const gone = within(plan, id);
  const arrangements = plan.arrangements.map((one) => ({
    ...one, hidden: one.hidden.filter((box) => !gone.has(box)),
    rows: one.rows.map((row) => ({ ...row, cells: row.cells.filter((cell) => !gone.has(cell.box)) })).filter((row) => row.cells.length > 0),
  }));
  return { ...plan, boxes: plan.boxes.filter((box) => !gone.has(box.id)), arrangements };
}

/** A box hidden in an arrangement, with all inside it, or shown again on a row of its own. */
export function setHidden(plan: Plan, number: number, id: string, hidden: boolean): Plan {
  const gone = within(plan, id);
  return withArrangement(plan, number, (one) => {
    const rows = one.rows.map((row) => ({ ...row, cells: row.cells.filter((cell) => !gone.has(cell.box)) })).filter((row) => row.cells.length > 0);
    if (hidden) return { ...one, rows, hidden: [...one.hidden.filter((box) => !gone.has(box)), id] };
    const back = plan.boxes.filter((box) => gone.has(box.id)).map((box): PlanRow => ({ cells: [{ box: box.id, size: REST }], parent: box.parent ?? null, gap: null }));
    return { ...one, rows: [...rows, ...back], hidden: one.hidden.filter((box) => !gone.has(box)) };
  });
}

export type Move = "left" | "right" | "up" | "down" | "alone";

/** A box moved in an arrangement: among its neighbours, into the row above or below, or to a row of its own. */
export function moveBox(plan: Plan, number: number, id: string, move: Move): Plan {
  return withRows(plan, number, (rows) => {
    const at = rows.findIndex((row) => row.cells.some((cell) => cell.box === id));
    const row = rows[at];
    const cell = row?.cells.find((one) => one.box === id);
    if (!row || !cell) return rows;
    const place = row.cells.indexOf(cell);
    if (move === "left" || move === "right") {
      const to = move === "left" ? place - 1 : place + 1;
      if (to < 0 || to >= row.cells.length) return rows;
      const cells = row.cells.filter((one) => one !== cell);
      cells.splice(to, 0, cell);
      return rows.map((one) => (one === row ? { ...row, cells } : one));
    }
    const without = rows.map((one) => (one === row ? { ...row, cells: row.cells.filter((other) => other !== cell) } : one));
    if (move === "alone") {
      if (row.cells.length === 1) return rows;
      const own: PlanRow = { cells: [{ ...cell, size: REST }], parent: row.parent, gap: null };
      return [...without.slice(0, at + 1), own, ...without.slice(at + 1)];
    }
    const siblings = rows.map((one, index) => ({ one, index })).filter(({ one }) => (one.parent ?? null) === (row.parent ?? null));
    const here = siblings.findIndex(({ index }) => index === at);
    const next = siblings[move === "up" ? here - 1 : here + 1];
    if (!next) return rows;
    return without.map((one, index) => (index === next.index ? { ...one, cells: move === "up" ? [...one.cells, cell] : [cell, ...one.cells] } : one));
  });
}

/** A row moved past its neighbour inside the same box. */
export function moveRow(plan: Plan, number: number, at: number, by: -1 | 1): Plan {
  return withRows(plan, number, (rows) => {
    const row = rows[at];
    if (!row) return rows;
    const siblings = rows.map((one, index) => ({ one, index })).filter(({ one }) => (one.parent ?? null) === (row.parent ?? null));
    const other = siblings[siblings.findIndex(({ index }) => index === at) + by];
    if (!other) return rows;
    return rows.map((one, index) => (index === at ? other.one : index === other.index ? row : one));
  });
}

/** A box earlier or later in the source, past the sibling next to it. */
export function moveInSource(plan: Plan, id: string, by: -1 | 1): Plan {
  const box = plan.boxes.find((one) => one.id === id);
  const siblings = plan.boxes.filter((one) => (one.parent ?? null) === (box?.parent ?? null));
  const other = siblings[siblings.findIndex((one) => one.id === id) + by];
  if (!box || !other) return plan;
  const [first, second] = by < 0 ? [box, other] : [other, box];
  const moved = within(plan, first.id);
  const rest = plan.boxes.filter((one) => !moved.has(one.id));
  const at = rest.findIndex((one) => one.id === second.id);
  return { ...plan, boxes: [...rest.slice(0, at), ...plan.boxes.filter((one) => moved.has(one.id)), ...rest.slice(at)] };
}

/** A further arrangement like another one, from a wider viewport on. */
export function addArrangement(plan: Plan, number: number): Plan {
  const like = plan.arrangements[number];
  if (!like) return plan;
  const next = plan.arrangements[number + 1];
  const starts = next ? Math.round((like.starts + next.starts) / 2) : Math.max(like.starts, like.columns.total ?? 0) + 240;
  const names = new Set(plan.arrangements.map((one) => one.name));
  let count = 2;
  while (names.has(`${like.name} ${count}`)) count += 1;
  const added = { ...like, name: `${like.name} ${count}`, starts, columns: { ...like.columns, total: Math.max(starts, like.columns.total ?? starts) } };
  return { ...plan, arrangements: [...plan.arrangements.slice(0, number + 1), added, ...plan.arrangements.slice(number + 1)] };
}

/** Without an arrangement; the narrowest that is left begins at 0. */
export function removeArrangement(plan: Plan, number: number): Plan {
  const left = plan.arrangements.filter((_, index) => index !== number);
  return { ...plan, arrangements: left.map((one, index) => (index === 0 ? { ...one, starts: 0 } : one)) };
}

/** Four sides from one to four numbers, as in CSS; null where they do not parse. */
export function sidesFrom(text: string, negative: boolean): Sides | null {
  const words = text.trim().split(/\s+/);
  const numbers = words.map((word) => (/^[-−]?\d*\.?\d+(px)?$/.test(word) ? Number.parseFloat(word.replace("−", "-")) : Number.NaN));
  if (numbers.length > 4 || numbers.some((one) => Number.isNaN(one) || (one < 0 && !negative) || Math.abs(one) > 2000)) return null;
  const [top = 0, right = top, bottom = top, left = right] = numbers;
  return { top, right, bottom, left };
}

/** Four sides in the shortest form. */
export function sidesText({ top, right, bottom, left }: Sides): string {
  if (left !== right) return `${top} ${right} ${bottom} ${left}`;
  if (top !== bottom) return `${top} ${right} ${bottom}`;
  return top === right ? `${top}` : `${top} ${right}`;
}
