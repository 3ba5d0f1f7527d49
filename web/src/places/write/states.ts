/** States that can be held on an element, in the order in which they are offered, by the words that name them. */
export type HeldState = "hover" | "focus-visible" | "active" | "checked" | "target" | "current";
export const STATES: Record<HeldState | "", string> = { "": "at rest", hover: ":hover", "focus-visible": ":focus-visible", active: ":active", checked: ":checked", target: ":target", current: "current page" };
