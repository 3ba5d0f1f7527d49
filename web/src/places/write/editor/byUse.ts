/** Properties in about the order in which pages use them: of two that begin alike, the more used one is offered first. */
import type { Completion } from "@codemirror/autocomplete";

const ORDER = (
  "color width margin padding display background font-size height position border font-weight margin-top margin-bottom text-align background-color " +
  "max-width margin-left margin-right line-height padding-left padding-right padding-top padding-bottom top left font-family right overflow opacity " +
  "border-radius text-decoration float z-index content bottom align-items justify-content flex gap cursor transition transform box-shadow box-sizing " +
  "grid-template-columns min-height flex-direction white-space list-style min-width visibility max-height background-image vertical-align border-bottom " +
  "border-top flex-wrap clear grid-column grid-row grid-template-areas grid-area outline letter-spacing text-transform font-style background-size " +
  "background-position background-repeat border-color pointer-events order flex-grow flex-shrink flex-basis align-self justify-items grid-template-rows " +
  "object-fit aspect-ratio animation row-gap column-gap filter border-left border-right font list-style-type border-width border-collapse overflow-x " +
  "overflow-y text-overflow word-wrap margin-inline margin-block padding-inline padding-block inset text-shadow fill stroke border-style align-content place-items object-position"
).split(" ");
const PLACE = new Map(ORDER.map((name, place) => [name, place]));

/** The order of two completions that match what was typed equally well. */
export function byUse(one: Completion, other: Completion): number {
  return (PLACE.get(one.label) ?? ORDER.length) - (PLACE.get(other.label) ?? ORDER.length) || one.label.localeCompare(other.label);
}
