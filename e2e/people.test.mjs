// People of a deal: the address book, pasted details, who signs for whom.
import { after, before, test } from "node:test";
import assert from "node:assert/strict";
import { accessible, login, start } from "./app.mjs";

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

test("a file fills the address book; two letters find somebody in a deal", async () => {
  await page.goto(`${app.url}/contacts`);
  await accessible(page, "the address book");
  await page.locator("input[type=file]").setInputFiles({
    name: "c.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("Name,E-mail,Phone\r\nWilma Castellane,wilma@example.org,555 0107\r\nNo Address,nowhere,\r\n"),
  });
  await page.getByRole("button", { name: "Bring them in" }).click();
  await page.getByText("1 entry was added").waitFor();
  await page.getByText("1 entry could not be read").waitFor();
  await page.goto(`${app.url}/deals/3`);
  await page.getByRole("button", { name: "Add a party" }).click();
  const form = page.locator("form[data-party]").last();
  await form.getByLabel("Name, as on title").pressSequentially("Wil");
  await page.locator("datalist option[value='Wilma Castellane']").last().waitFor({ state: "attached" });
  await form.getByLabel("Name, as on title").fill("Wilma Castellane");
  await form.getByLabel("Name, as on title").blur();
  assert.equal(await form.getByLabel("E-mail").inputValue(), "wilma@example.org");
  await form.getByLabel("E-mail").fill("wilma@gmial.con");
  await form.getByLabel("Phone").focus();
  await form.getByRole("button", { name: "wilma@gmail.com" }).click();
  assert.equal(await form.getByLabel("E-mail").inputValue(), "wilma@gmail.com");
  await form.getByRole("button", { name: "Save" }).click();
  await page.getByText("wilma@gmail.com").waitFor();
});

test("pasted lines become parties once they are confirmed; oneself in one step", async () => {
  await page.goto(`${app.url}/deals/3`);
  await page.keyboard.press("p");
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("textbox").fill("Rufus Adeyemi-Blom, rufus@example.net, 555-010-2299\nVera Blom <vera@example.net>");
  await dialog.getByRole("button", { name: "Read it" }).click();
  await dialog.getByText("Are these right?").waitFor();
  await accessible(page, "pasted details");
  await dialog.getByLabel("Role").nth(0).selectOption("buyer");
  await dialog.getByLabel("Role").nth(1).selectOption("");
  await dialog.getByRole("button", { name: "Add to the deal" }).click();
  await page.getByText("rufus@example.net").waitFor();
  assert.equal(await page.getByText("vera@example.net").count(), 0);
  await page.getByRole("button", { name: "Add myself" }).click();
  await page.locator("main").getByText("tamsin@heronquay.example.com").waitFor();
});

test("an estate says who signs for it, and how that reads", async () => {
  await page.goto(`${app.url}/deals/1`);
  await page.locator("li", { hasText: "Ottoline Bekele" }).getByRole("button", { name: "change" }).click();
  const form = page.locator("li", { hasText: "Ottoline Bekele" }).locator("form[data-party]");
  await form.getByLabel("What they are").selectOption("estate");
  await form.getByText("can’t sign by itself").waitFor();
  await form.getByLabel("Who signs").fill("Selam Bekele-Moreau");
  await form.getByLabel("Their mail goes to").fill("selam@example.org");
  await form.getByText("Estate of Ottoline Bekele, By: Selam Bekele-Moreau Its: Personal representative").waitFor();
  await accessible(page, "a party with a proxy");
  await form.getByRole("button", { name: "Save" }).click();
  await page.getByText("by Selam Bekele-Moreau, personal representative").waitFor();
  await page.goto(app.url);
  await page.locator(".row", { hasText: "Purchase offer" }).getByRole("link").first().click();
  await page.getByRole("button", { name: /Ottoline Bekele/ }).click();
  await page.getByText("for Estate of Ottoline Bekele, as personal representative").waitFor();
});
