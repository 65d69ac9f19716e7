/** No figure lies on another, on letters or on a grip: measured on the screen, over every demo draft. */
import type { Page } from "@playwright/test";
import { drawn, expect, openDrafts, test } from "./app.ts";

/** What lies on what in the flat drawing as the browser has laid it out, in words. */
const clashes = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    type Corner = readonly [number, number];
    const flat = document.querySelector(".flat > svg");
    if (!flat) throw new Error("nothing is drawn");
    /** The corners of what is drawn, turned as it is, a px and a half within. */
    const cornersOf = (element: SVGGraphicsElement): Corner[] => {
      const { x, y, width, height } = element.getBBox();
      const matrix = element.getScreenCTM();
      if (!matrix) throw new Error("it stands nowhere");
      // letters do not fill the height of their line
      const off = element.tagName === "text" ? height * 0.2 : 1.5;
      const corners: Corner[] = [
        [x + 1.5, y + off],
        [x + width - 1.5, y + off],
        [x + width - 1.5, y + height - off],
        [x + 1.5, y + height - off],
      ];
      return corners.map(([a, b]) => {
        const at = new DOMPoint(a, b).matrixTransform(matrix);
        return [at.x, at.y];
      });
    };
    /** Whether a line along a side of either parts them (the separating axis). */
    const areApart = (one: readonly Corner[], two: readonly Corner[]): boolean =>
      [one, two].some((corners) =>
        corners.some(([ax, ay], i) => {
          const [bx, by] = corners[(i + 1) % 4] ?? [0, 0];
          const along = (of: readonly Corner[]): number[] => of.map(([px, py]) => px * (ay - by) + py * (bx - ax));
          const [p, q] = [along(one), along(two)];
          return Math.max(...p) <= Math.min(...q) || Math.max(...q) <= Math.min(...p);
        }),
      );
    const figures = [...flat.querySelectorAll<SVGGElement>("[data-dimension]")].flatMap((group) => {
      const text = group.querySelector("text");
      return text ? [{ id: group.dataset["dimension"] ?? "", element: text, corners: cornersOf(text) }] : [];
    });
    const own = new Set<Element>(figures.map(({ element }) => element));
    const letters = [...flat.querySelectorAll("text")]
      .filter((text) => !own.has(text))
      .map((text) => ({ id: text.textContent, corners: cornersOf(text) }));
    const grips = [...flat.querySelectorAll<SVGGElement>("[data-handle]")].flatMap((handle) => {
      const circle = handle.querySelector<SVGCircleElement>("circle:last-of-type");
      return circle ? [{ id: `the grip of ${handle.dataset["handle"] ?? ""}`, corners: cornersOf(circle) }] : [];
    });
    const window = flat.parentElement?.getBoundingClientRect();
    return figures.flatMap(({ id, corners }, i) => [
      ...[...figures.slice(i + 1), ...letters, ...grips]
        .filter((other) => !areApart(corners, other.corners))
        .map((other) => `${id} on ${other.id}`),
      ...(window && corners.some(([x, y]) => x < window.left || x > window.right || y < window.top || y > window.bottom)
        ? [`${id} is cut off`]
        : []),
    ]);
  });

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`no figure of any demo draft lies on another at ${String(width)} px`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await openDrafts(page);
    const links = await page.getByRole("link", { name: /^Open / }).evaluateAll((all) =>
      all.map((one) => ({
        link: one.getAttribute("href") ?? "",
        name: (one.getAttribute("aria-label") ?? one.textContent).replace(/^Open /u, ""),
      })),
    );
    expect(links.length).toBeGreaterThan(20);
    const found: string[] = [];
    let figures = 0;
    for (const { link, name } of links) {
      // as a link does it, without the page being loaded anew: some twenty times that is most of the time
      await page.evaluate(
        (to) => {
          window.history.pushState({}, "", to);
          window.dispatchEvent(new PopStateEvent("popstate"));
        },
        link.replace(/\/[a-z]+(?=\?|$)/u, "/flat"),
      );
      await expect(page.getByLabel("Name of the draft")).toHaveValue(name);
      await drawn(page);
      await expect(page.locator("main[aria-busy=false]")).toBeVisible();
      figures += await page.locator("[data-dimension]").count();
      found.push(...(await clashes(page)).map((said) => `${link}: ${said}`));
    }
    expect(found).toEqual([]);
    expect(figures).toBeGreaterThan(100);
  });
