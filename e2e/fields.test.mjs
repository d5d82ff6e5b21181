// Places on the sheet: found, taken, passed over, repeated, struck terms, coverage; what the sheet shows is
// where the signer sees it.
import { after, before, test } from "node:test";
import assert from "node:assert/strict";
import { accessible, login, places, start } from "./app.mjs";

let app;
let page;
before(async () => {
  app = await start();
  page = await login(app);
});
after(async () => {
  await app.stop();
  assert.deepEqual(app.trouble, []);
});

test("found places are taken at once, given back, passed over", async () => {
  await page.goto(`${app.url}/deals/1`);
  await page.locator('form[action$="/packets"] button').first().click();
  await page.getByRole("button", { name: "add “Purchase agreement”" }).click();
  for (const name of ["Marek Dvorsky", "Lucie Dvorsky"]) await page.locator(".add-person", { hasText: name }).click();
  await page.locator(".person-name", { hasText: "Lucie Dvorsky" }).waitFor();
  await page.locator("#found").getByRole("button", { name: "all" }).waitFor({ timeout: 30_000 });
  await accessible(page, "the sheet with found places");
  await page.locator("#canvas").click({ position: { x: 4, y: 300 } });
  await page.keyboard.press("Shift+A");
  await page.getByText("places taken").waitFor();
  await page.locator("#totals", { hasText: /\b([6-9]|\d\d+) places\b/ }).waitFor();
  await page.locator(".tile").last().click();
  for (const who of ["Marek Dvorsky", "Lucie Dvorsky"]) await page.locator(`.field[aria-label^="Signature of ${who}"]`).first().waitFor();
  await page.locator(".tile").first().click();
  await page.keyboard.press("z");
  await page.locator("#totals", { hasText: /\b0 places\b/ }).waitFor();
  const spot = page.locator(".spot").first();
  await spot.focus();
  await page.keyboard.press("Delete");
  await page.getByText("1 passed over").waitFor();
  await page.getByRole("button", { name: "bring back" }).click();
  await page.getByText("1 passed over").waitFor({ state: "hidden" });
  await page.getByRole("button", { name: "Pass over what is found on every page" }).click();
  await page.locator(".spot").first().waitFor({ state: "detached" });
  await page.getByRole("button", { name: "bring back" }).click();
  await page.locator(".spot").first().focus();
  await page.keyboard.press("Enter");
  await page.locator("#totals", { hasText: /\b1 place\b/ }).waitFor();
  // By the form's own lines, and back.
  const line = () => page.locator(".field.chosen").getAttribute("transform");
  const stood = await line();
  await page.keyboard.press("Control+ArrowUp");
  await page.locator(`.field.chosen:not([transform="${stood}"])`).waitFor();
  await page.keyboard.press("z");
  await page.locator(`.field.chosen[transform="${stood}"]`).waitFor();
});

test("the same spot on other pages, and coverage", async () => {
  await page.keyboard.press("Escape");
  await page.keyboard.press("Shift+A");
  await page.locator("#totals", { hasText: /\b\d+ places\b/ }).waitFor();
  const before = await places(page);
  await page.locator('.field[aria-label^="Initials of Marek"]').first().click();
  const more = page.getByRole("button", { name: /^all \d+$/ });
  await more.click();
  await page.getByText(/Put on|on those pages already/).waitFor();
  assert.ok((await places(page)) >= before);
  await page.locator("#canvas").click({ position: { x: 4, y: 300 } });
  await page.keyboard.press("g");
  const grid = page.locator("#coverage-dialog table");
  await grid.waitFor();
  assert.equal(await grid.locator("thead th").count(), 3);
  await accessible(page, "coverage");
  await page.keyboard.press("Escape");
});

test("a form’s places are kept and offered when it comes again; a recipe starts the whole packet", async () => {
  const start = async () => {
    await page.goto(`${app.url}/deals/1`);
    await page.locator('form[action$="/packets"] button').first().click();
  };
  const draft = page.url();
  const kept = await places(page);
  await page.getByRole("button", { name: /^Keep its places as a stencil/ }).click();
  await page.getByLabel("Name of the form").fill("County agreement");
  await accessible(page, "keeping a stencil");
  await page.keyboard.press("Enter");
  await page.getByText(`${kept} places of “County agreement” kept by seat`).waitFor();
  await page.getByText("Keep the whole packet as a recipe").click();
  await page.getByLabel("Name of the recipe").fill("Offer packet");
  await page.keyboard.press("Enter");
  await page.getByText("“Offer packet” is kept: 1 document; Buyer 1 and Buyer 2").waitFor();
  await start();
  await page.getByRole("button", { name: "add “Purchase agreement”" }).click();
  for (const name of ["Marek Dvorsky", "Lucie Dvorsky"]) await page.locator(".add-person", { hasText: name }).click();
  await page.locator("#found", { hasText: "Known form: County agreement" }).waitFor();
  await page.locator("#canvas").click({ position: { x: 4, y: 300 } });
  await page.keyboard.press("Shift+A");
  await page.getByText(`${kept} places taken`).waitFor();
  await page.goto(`${app.url}/deals/1`);
  await page.getByRole("button", { name: "Offer packet" }).click();
  await page.locator("#totals", { hasText: `2 people · ${kept} places` }).waitFor();
  await page.goto(draft);
  await page.locator(".field").first().waitFor();
});

test("a struck term is drawn where the signer will see it", async () => {
  await page.locator(".tile").first().click();
  await page.waitForTimeout(400);
  const leaf = await page.locator(".leaf").first().boundingBox();
  const z = leaf.width / 612;
  await page.keyboard.press("x");
  await page.mouse.move(leaf.x + 80 * z, leaf.y + 112 * z);
  await page.mouse.down();
  await page.mouse.move(leaf.x + 240 * z, leaf.y + 121 * z, { steps: 4 });
  await page.mouse.up();
  const struck = page.locator('.field[aria-label^="Struck term"]');
  await struck.locator(".mark-stroke").waitFor({ state: "attached" });
  const shown = await struck.locator(".mark-stroke").getAttribute("d");
  await page.keyboard.press("x");
  await page.keyboard.press("v");
  await page.waitForURL(/preview/);
  assert.equal(await page.locator(".place .mark-stroke").first().getAttribute("d"), shown);
});

test("a change made by hand is initialed by one’s clients; an execution block is the agent’s, last", async () => {
  await page.goto(`${app.url}/deals/1`);
  await page.locator('form[action$="/packets"] button').first().click();
  await page.getByRole("button", { name: "add “Purchase agreement”" }).click();
  for (const name of ["Marek Dvorsky", "Lucie Dvorsky"]) await page.locator(".add-person", { hasText: name }).click();
  await page.locator(".person-name", { hasText: "Lucie Dvorsky" }).waitFor();
  const box = async (x, y, w, h) => {
    const leaf = await page.locator(".leaf").first().boundingBox();
    const z = leaf.width / 612;
    await page.mouse.move(leaf.x + x * z, leaf.y + y * z);
    await page.mouse.down();
    await page.mouse.move(leaf.x + (x + w) * z, leaf.y + (y + h) * z, { steps: 4 });
    await page.mouse.up();
    await page.getByText("Changed here by hand").waitFor();
  };
  await page.locator("#found").getByRole("button", { name: "all" }).waitFor({ timeout: 30_000 });
  await box(70, 108, 120, 14);
  await page.keyboard.press("h");
  for (const who of ["Marek", "Lucie"]) await page.locator(`.field[aria-label^="Initials of ${who}"]`).first().waitFor();
  assert.equal(await places(page), 2);
  await page.locator("#canvas").click({ position: { x: 4, y: 300 } });
  await box(80, 40, 330, 24); // no blanks in it: a row is made
  await page.keyboard.press("y");
  await page.getByText("4 places for you in turn 2, after everybody else").waitFor();
  assert.equal(await places(page), 6);
  await accessible(page, "an execution block");
});
