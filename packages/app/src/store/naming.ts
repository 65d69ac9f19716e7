/** Names the app gives: what a draft is and what goes in, until the maker names it. */
import { type Draft, formatSize, formById, NAME_LONGEST, type Spec } from "@cut-fold/core";

/** What a draft is called while nobody has named it. */
export function nameFor({ form, contents }: Pick<Spec, "form" | "contents">): string {
  const { name, width, height } = contents;
  const what = formById(form);
  // a size without a name of its own is told in the unit it is round in
  const inches = formatSize(width, height, { unit: "in", fraction: 16 });
  const size = inches.includes("~") || /\.\d/u.test(inches) ? formatSize(width, height, { unit: "mm" }) : inches;
  const said = name ?? size.replaceAll("\u00a0", " ");
  const title = what?.title ?? "Draft";
  return (what?.purpose === "card" || what?.purpose === "part" ? `${title}, ${said}` : `${title} for ${said}`).slice(
    0,
    NAME_LONGEST,
  );
}

/** The draft after a change: a name the app gave follows what is inside, the maker's own stays. */
export const renamed = (was: Draft, now: Draft): Draft =>
  was.name === nameFor(was.spec) && now.name === was.name ? { ...now, name: nameFor(now.spec) } : now;
