import type { ComponentType } from "react";
import type { AidProps } from "./aid";
import { GoalPanel } from "./GoalPanel";
import { RulesPanel } from "./RulesPanel";
import { RoomPanel } from "./RoomPanel";
import { TypePanel } from "./TypePanel";
import { StatesPanel } from "./StatesPanel";

/** The aids under the page, beside the working, in the order in which they are offered. A new one is a line here. */
export const AIDS: readonly { name: string; Panel: ComponentType<AidProps> }[] = [
  { name: "Which rule wins", Panel: RulesPanel },
  { name: "What must this be?", Panel: GoalPanel },
  { name: "States", Panel: StatesPanel },
  { name: "Longer words", Panel: RoomPanel },
  { name: "Type", Panel: TypePanel },
];
