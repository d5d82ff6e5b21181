// People of a deal: the address book, pasted details, who signs for whom.
import { after, before, test } from "node:test";
import assert from "node:assert/strict";
import { accessible, link, login, start } from "./app.mjs";

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

test("words with open blanks can’t be sent; they are kept for the office; a note goes to one person", async () => {
  await page.goto(app.url);
  await page.locator(".row", { hasText: "Purchase offer" }).getByRole("link").first().click();
  await page.getByRole("button", { name: "Take out: Selam Bekele-Moreau" }).click();
  await page.getByRole("button", { name: "Take out: Tamsin Okafor-Reyes" }).click();
  await page.getByText("Nothing open").waitFor();
  await page.getByRole("button", { name: "Send…" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Your words to everybody").fill("Dear {first name}, the price is {prize}.");
  await dialog.getByLabel("Your words to everybody").blur();
  await dialog.getByText("“{prize}”, which stands for nothing").waitFor();
  assert.ok(await dialog.getByRole("button", { name: /^Send to/ }).isDisabled());
  await dialog.getByLabel("Your words to everybody").fill("Dear {first name}, the price is {price}.");
  await dialog.getByLabel("Keep these words as").fill("Price");
  await dialog.getByRole("button", { name: "Keep" }).click();
  await dialog.getByText("Kept.").waitFor();
  await dialog.getByText("note for Lucie alone").click();
  await dialog.getByLabel("Note for Lucie Dvorsky alone").fill("Your number has changed, hasn’t it?");
  await dialog.getByLabel("Last day to sign").focus();
  await accessible(page, "the send dialog");
  await dialog.getByRole("button", { name: /^Send to/ }).click();
  await page.getByText("circulating").first().waitFor();
  const { text } = await link(page, app, "dvorsky@example.net", "Purchase offer");
  assert.match(text, /Dear (Lucie|Marek), the price is 412,500\./);
});

test("a circle keeps people; somebody else signs instead; a party leaves", async () => {
  await page.goto(`${app.url}/deals/2`);
  await page.getByRole("button", { name: /New packet/ }).click();
  await page.getByRole("button", { name: /Ingrid Vásquez/ }).click();
  await page.getByRole("button", { name: /Tobias Vásquez/ }).click();
  await page.getByText("Keep these people as a circle").click();
  await page.getByLabel("Name of the circle").fill("Both buyers");
  await page.getByRole("button", { name: "Keep" }).click();
  await page.getByText("it is among the usual orders").waitFor();
  await page.getByRole("button", { name: "Take out: Tobias Vásquez" }).click();
  await page.getByRole("button", { name: "Take out: Ingrid Vásquez" }).click();
  await page.getByLabel("Order of signing").selectOption({ label: "Both buyers: Buyer 1 and Buyer 2" });
  await page.locator(".person-name", { hasText: "Tobias Vásquez" }).waitFor();
  await page.getByLabel("Who signs instead of Ingrid Vásquez").selectOption({ label: "S1 Hannelore Quint" });
  await page.locator(".person-name", { hasText: "Hannelore Quint" }).waitFor();
  await page.getByLabel("Who signs instead of Hannelore Quint").selectOption("again");
  await page.locator("li.person[data-turn='2']", { hasText: "Hannelore Quint" }).waitFor();
  await page.getByRole("button", { name: "Take out: Hannelore Quint" }).last().click();
  await page.waitForFunction(() => document.querySelectorAll("#people svg.people-track path").length === 1);
  await accessible(page, "people with a track");

  await page.goto(`${app.url}/office`);
  await page.getByText("Both buyers").waitFor();
  await accessible(page, "the office");
  await page.getByLabel("Ben Calder, manager of Marsh Holdings, LLC").check();
  await Promise.all([page.waitForResponse("**/office"), page.getByRole("button", { name: "Save how proxies sign" }).click()]);
  assert.ok(await page.getByLabel("Ben Calder, manager of Marsh Holdings, LLC").isChecked());

  await page.goto(app.url);
  await page.locator(".row", { hasText: "Counteroffer no. 2" }).getByRole("link").first().click();
  await page.locator("li", { hasText: "p.quint@example.org" }).getByRole("button", { name: "somebody else signs" }).click();
  await page.getByLabel("Name of who signs instead of Piet Quint").fill("Wim Quint");
  await page.getByLabel("E-mail of who signs instead of Piet Quint").fill("wim@example.org");
  await page.locator("li", { hasText: "p.quint@example.org" }).getByRole("button", { name: "Let them sign instead" }).click();
  await page.getByText("did not sign: Wim Quint signs instead").waitFor();
  await link(page, app, "p.quint@example.org", "No longer to be signed");
  const { href } = await link(page, app, "wim@example.org", "Counteroffer no. 2");
  assert.match(href, /\/sign\//);

  await page.goto(`${app.url}/deals/2`);
  const party = page.locator("li", { hasText: "Hannelore Quint" }).filter({ has: page.locator("form[data-party]") });
  await party.getByRole("button", { name: "change" }).click();
  await party.getByText("Leaves the deal…").click();
  await party.getByRole("radio", { name: "goes on without them" }).check();
  await party.getByRole("button", { name: "Hannelore Quint leaves the deal" }).click();
  await page.waitForURL(`${app.url}/deals/2`);
  assert.equal(await page.locator("form[data-party] input[value='Hannelore Quint']").count(), 0);
});
