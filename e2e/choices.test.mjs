// A choice from the printed form to the finish: found as one, offered by its printed words, asked of each buyer as
// one thing to do, and said where the second answers otherwise than the first.
import { after, before, test } from "node:test";
import assert from "node:assert/strict";
import { join } from "node:path";
import { accessible, link, login, start } from "./app.mjs";
import { forms, style } from "./forms/more.mjs";

let app;
let agent;
before(async () => {
  app = await start();
  agent = await login(app);
});
after(async () => {
  await app.stop();
  assert.deepEqual(app.trouble, []);
});

const form = "elect decline with buyers in words";

test("columns to elect or decline are found as choices and sent", async () => {
  const printer = await app.window();
  const file = join(app.dir, "Inspection elections.pdf");
  await printer.setContent(`<style>${style}</style>${forms[form]}`);
  await printer.pdf({ path: file, width: "816px", height: "1056px", printBackground: true });
  await printer.close();
  await agent.goto(`${app.url}/deals/1`);
  await agent.locator('form[action$="/packets"] button').first().click();
  const [chooser] = await Promise.all([agent.waitForEvent("filechooser"), agent.getByText("Add files…").click()]);
  await chooser.setFiles(file);
  for (const name of ["Marek Dvorsky", "Lucie Dvorsky"]) await agent.locator(".add-person", { hasText: name }).click();
  await agent.locator(".person-name", { hasText: "Lucie Dvorsky" }).waitFor();
  await agent.locator("#found").getByRole("button", { name: "all" }).waitFor({ timeout: 30_000 });
  await agent.locator("#canvas").click({ position: { x: 4, y: 300 } });
  await agent.keyboard.press("Shift+A");
  await agent.locator("#totals", { hasText: "20 places" }).waitFor();
  const side = agent.locator('.field[aria-label$="one side of a choice: decline"]').first();
  await side.click();
  await agent.getByText("A choice of 2 sides, 4 places").waitFor();
  assert.equal(await agent.getByLabel("What the choice is about").inputValue(), "General home");
  await agent.getByLabel("Title of the packet").fill("Inspection elections");
  await agent.keyboard.press("Enter");
  await agent.getByText("Nothing open").waitFor();
  await agent.getByRole("button", { name: "Send…" }).click();
  await agent.getByRole("button", { name: /^Send to Marek Dvorsky and Lucie Dvorsky/ }).click();
  await agent.getByText("circulating").first().waitFor();
});

/** Opens a signer's link on a phone and takes the sides named, from choice to choice. */
async function answer(href, sides) {
  const page = await app.window({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
  await page.goto(href);
  await page.getByRole("checkbox").check();
  await page.getByRole("button", { name: "Go on to the documents" }).click();
  await page.getByRole("button", { name: "Start" }).click();
  for (const [i, side] of sides.entries()) {
    await page.getByText(`Place ${i + 1} of 5`).waitFor();
    assert.equal(await page.locator("#act").isVisible(), false, "no side is offered before the other");
    if (!i) await accessible(page, "a choice while signing");
    // Whoever got here by keyboard stands before the sides, not on one of them: a key pressed once too often takes none.
    await page.locator("#sides:focus").waitFor();
    await page.keyboard.press("Enter");
    await page.keyboard.press("Tab");
    if (side !== "Elect") await page.keyboard.press("Tab");
    assert.equal(await page.locator("#sides button:focus").innerText(), side);
    await page.keyboard.press("Enter");
    if (!i) await page.getByRole("button", { name: "Use this" }).click();
  }
  await page.getByText("Place 5 of 5").waitFor();
  await page.getByRole("button", { name: "Place my signature" }).click();
  await page.getByRole("button", { name: "Use this" }).click();
  await page.getByRole("button", { name: "Finish…" }).click();
  return page;
}

test("each buyer takes one side of each; the second is told where they differ, and can still change it", async () => {
  // They share an address; each has a mail of their own.
  const mails = [0, 1].map((n) => () => link(agent, app, "dvorsky@example.net", "Inspection elections", n));
  const both = [await mails[1](), await mails[0]()];
  const [first, second] = ["Lucie", "Marek"].map((name) => both.find((m) => m.text.includes(`${name} Dvorsky`)).href);
  const lucie = await answer(first, ["Elect", "Decline", "Elect", "Elect"]);
  await lucie.getByRole("button", { name: "Finish", exact: true }).click();
  await lucie.getByText("Thank you, you have signed.").waitFor();
  const marek = await answer(second, ["Elect", "Elect", "Elect", "Elect"]);
  await marek.getByRole("button", { name: "Finish", exact: true }).click();
  await marek.getByText("at “Radon gas”, Lucie Dvorsky chose “decline”, and here it is “elect”").waitFor();
  await marek.getByRole("button", { name: "Read again" }).click();
  for (const place of [4, 3, 2]) {
    await marek.getByRole("button", { name: "Back" }).click();
    await marek.getByText(`Place ${place} of 5`).waitFor();
  }
  await marek.locator("#sides").getByRole("button", { name: "Decline", exact: true }).click();
  await marek.getByText("you chose “decline”").waitFor();
  await marek.getByRole("button", { name: "Finish…" }).click();
  await marek.getByRole("button", { name: "Finish", exact: true }).click();
  await marek.getByText("Everybody has signed.").waitFor();
});
