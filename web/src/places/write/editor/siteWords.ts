/** Completion that knows the site: names, ids, custom properties, files, areas, fonts and colours that there are, with what they are. */
import type { Completion, CompletionContext, CompletionResult } from "@codemirror/autocomplete";

export interface SiteNow {
  /** The texts of the page and of the site's sheets, by path. */
  texts: ReadonlyMap<string, string>;
  /** All files of the site with their sizes in bytes. */
  files: readonly { path: string; size: number; kind: string }[];
  /** The page under work. */
  page: string;
}

const counted = (found: Iterable<string>): Map<string, number> => {
  const counts = new Map<string, number>();
  for (const one of found) counts.set(one, (counts.get(one) ?? 0) + 1);
  return counts;
};
const times = (count: number, one: string, many: string) => (count === 1 ? `1 ${one}` : `${count} ${many}`);
const bytes = (size: number) => (size < 1024 ? `${size} bytes` : size < 1024 * 1024 ? `${Math.round(size / 1024)} KB` : `${(size / 1024 / 1024).toFixed(1)} MB`);
const all = (text: string, pattern: RegExp): string[] => [...text.matchAll(pattern)].map((found) => found[1] ?? "");

function sheetsOf(site: SiteNow): [string, string][] {
  return [...site.texts].filter(([path]) => path.endsWith(".css"));
}
/** Selectors of a sheet: what stands before a brace, without strings and comments. */
function selectorsOf(css: string): string {
  return [...css.replace(/\/\*[^]*?\*\//g, "").matchAll(/([^{};]+)\{/g)].map((found) => found[1] ?? "").filter((one) => !one.trim().startsWith("@")).join("\n");
}
const markupOf = (site: SiteNow): string => site.texts.get(site.page) ?? "";
const classesInMarkup = (site: SiteNow) => counted(all(markupOf(site), /\bclass\s*=\s*["']([^"']*)["']/gi).flatMap((one) => one.split(/\s+/).filter(Boolean)));
const idsInMarkup = (site: SiteNow) => counted(all(markupOf(site), /\bid\s*=\s*["']?([\w-]+)/gi));
const inSheets = (site: SiteNow, pattern: RegExp) => counted(sheetsOf(site).flatMap(([, css]) => all(selectorsOf(css), pattern)));

/** The words that may stand at a place, by what stands before it. */
export function siteWords(site: () => SiteNow, path: () => string) {
  return (context: CompletionContext): CompletionResult | null => {
    const before = context.state.sliceDoc(Math.max(context.pos - 400, 0), context.pos);
    return /\.(html?|svg)$/i.test(path()) ? inMarkup(context, before, site(), path()) : inSheet(context, before, site(), path());
  };
}

function result(context: CompletionContext, typed: string, options: Completion[]): CompletionResult | null {
  return options.length === 0 ? null : { from: context.pos - typed.length, options, validFor: /^[\w./#-]*$/ };
}

function inMarkup(context: CompletionContext, before: string, site: SiteNow, path: string): CompletionResult | null {
  const attribute = /<[a-z][^<>]*\s([a-z-]+)\s*=\s*(["'])([^"'<>]*)$/i.exec(before);
  if (!attribute) return null;
  const [, name = "", , value = ""] = attribute;
  const typed = value.slice(value.lastIndexOf(" ") + 1);
  switch (name.toLowerCase()) {
    case "class": {
      const [styled, used] = [inSheets(site, /\.(-?[A-Za-z_][\w-]*)/g), classesInMarkup(site)];
      const names = new Set([...styled.keys(), ...used.keys()]);
      names.delete(typed);
      return result(context, typed, [...names].map((label) => ({ label, type: "class", detail: styled.has(label) ? times(styled.get(label) ?? 0, "rule", "rules") : "no rule", boost: styled.has(label) ? 1 : 0 })));
    }
    case "id":
      return result(context, typed, [...inSheets(site, /#(-?[A-Za-z_][\w-]*)/g)].filter(([one]) => !idsInMarkup(site).has(one)).map(([label, count]) => ({ label, type: "constant", detail: times(count, "rule", "rules") })));
    case "for": case "aria-labelledby": case "aria-describedby": case "aria-controls":
      return result(context, typed, [...idsInMarkup(site).keys()].map((label) => ({ label, type: "constant", detail: "id" })));
    case "href": case "src": case "srcset": case "poster": {
      const ids = name.toLowerCase() === "href" ? [...idsInMarkup(site).keys()].map((one) => ({ label: `#${one}`, type: "constant", detail: "on this page" })) : [];
      return result(context, value, [...ids, ...paths(site, path)]);
    }
    default:
      return null;
  }
}

function inSheet(context: CompletionContext, before: string, site: SiteNow, path: string): CompletionResult | null {
  const code = before.replace(/\/\*[^]*?\*\//g, "");
  const depth = code.lastIndexOf("{") > code.lastIndexOf("}");
  const property = /([\w-]+)\s*:\s*([^:;{}]*)$/.exec(code);
  if (depth && property) return inValue(context, property[1] ?? "", property[2] ?? "", site, path);
  const name = /([.#])(-?[\w-]*)$/.exec(code);
  if (!name || (depth && !/[{};]\s*&?[^:;{}]*$/.test(code))) return null;
  const [, mark = "", typed = ""] = name;
  const found = mark === "." ? classesInMarkup(site) : idsInMarkup(site);
  return result(context, typed, [...found].map(([label, count]) => ({ label, type: mark === "." ? "class" : "constant", detail: times(count, "element", "elements") })));
}

function inValue(context: CompletionContext, property: string, value: string, site: SiteNow, path: string): CompletionResult | null {
  const css = sheetsOf(site).map(([, text]) => text).join("\n");
  const variable = /var\(\s*(-{0,2}[\w-]*)$/.exec(value);
  if (variable) {
    const known = new Map([...css.matchAll(/(--[\w-]+)\s*:\s*([^;{}]+)/g)].map((found) => [found[1] ?? "", (found[2] ?? "").trim()]));
    return result(context, variable[1] ?? "", [...known].map(([label, detail]) => ({ label, type: "variable", detail })));
  }
  const address = /url\(\s*["']?([^"')]*)$/.exec(value);
  if (address) return result(context, address[1] ?? "", paths(site, path));
  const typed = /[#\w-]*$/.exec(value)?.[0] ?? "";
  if (/^grid-(area|row|column)/.test(property)) {
    const areas = counted([...css.matchAll(/grid-template(?:-areas)?\s*:\s*([^;{}]+)/g)].flatMap((found) => all(found[1] ?? "", /"([^"]*)"|'/g)).flatMap((row) => row.split(/\s+/)).filter((one) => one && !/^\.+$/.test(one)));
    const lines = counted(all(css, /grid-template(?:-columns|-rows)?\s*:\s*([^;{}]+)/g).flatMap((one) => all(one, /\[([^\]]+)\]/g)).flatMap((one) => one.trim().split(/\s+/)));
    return result(context, typed, [...[...areas.keys()].map((label) => ({ label, type: "constant", detail: "area" })), ...[...lines.keys()].map((label) => ({ label, type: "constant", detail: "line" }))]);
  }
  if (property === "font-family" || property === "font") {
    const faces = counted([...css.matchAll(/@font-face\s*\{[^}]*font-family\s*:\s*["']?([^"';}]+)/g)].map((found) => (found[1] ?? "").trim()));
    return result(context, typed, [...faces.keys()].map((one) => ({ label: /\s/.test(one) ? `"${one}"` : one, type: "text", detail: "of this site" })));
  }
  if (/color|background|border|fill|stroke|shadow|outline/.test(property) && typed.startsWith("#")) {
    return result(context, typed, [...counted(all(css, /(#[0-9a-fA-F]{3,8})\b/g))].map(([label, count]) => ({ label, type: "constant", detail: times(count, "time", "times") })));
  }
  return null;
}

/** Files of the site as they are addressed from one of them. */
function paths(site: SiteNow, from: string): Completion[] {
  return site.files.filter((file) => file.path !== from).map((file) => ({ label: relative(from, file.path), type: "text", detail: bytes(file.size) }));
}

/** The address of one file from another. */
export function relative(from: string, to: string): string {
  const [own, other] = [from.split("/").slice(0, -1), to.split("/")];
  let same = 0;
  while (same < own.length && same < other.length - 1 && own[same] === other[same]) same += 1;
  return [...own.slice(same).map(() => ".."), ...other.slice(same)].join("/");
}
