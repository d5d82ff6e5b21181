// What goes wrong on real days: the connection, the server, a wrong address, second thoughts.
import { test, before, after } from "node:test";
import assert from "node:assert/strict";
import { places, start, login, link, accessible } from "./app.mjs";

let app, agent;
before(async () => {
  app = await start();
  agent = await login(app);
});
after(async () => app && (await app.stop()));

const field = (page, name) => page.getByRole("button", { name }).and(page.locator(".field"));
const saved = (page) => page.locator("#status", { hasText: "draft, saved" }).waitFor();
const openPacket = async (title) => {
  await agent.goto(app.url);
  await agent.locator(".row", { hasText: title }).getByRole("link").first().click();
};

test("a wrong password gets a sentence, and logging out ends the session", async () => {
  const page = await app.window();
  await page.goto(`${app.url}/deals/1`);
  await page.waitForURL(/\/login$/);
  await accessible(page, "login");
  await page.getByLabel("E-mail").fill("tamsin@heronquay.example.com");
  await page.getByLabel("Password").fill("not it");
  await page.getByRole("button", { name: "Log in" }).click();
  await page.getByText("don’t go together").waitFor();
  await page.getByLabel("Password").fill("saltmarsh-heron-12");
  await page.getByRole("button", { name: "Log in" }).click();
  await page.getByRole("heading", { name: "Who holds what" }).waitFor();
  await page.getByRole("button", { name: "Log out" }).click();
  await page.goto(app.url);
  await page.waitForURL(/\/login$/);
  await page.context().close();
});

test("changes made without a connection, or while the server is killed, are saved when it is back", async () => {
  await openPacket("Purchase offer");
  const initials = field(agent, "Initials of Marek Dvorsky, page 1,");
  await initials.waitFor();
  await saved(agent);
  await agent.context().setOffline(true);
  await initials.focus();
  await agent.keyboard.press("Shift+ArrowUp");
  await agent.getByText("not saved yet, trying again").waitFor();
  await agent.context().setOffline(false);
  await saved(agent);
  await app.kill();
  await agent.keyboard.press("Shift+ArrowUp");
  await agent.getByText("not saved yet, trying again").waitFor();
  await app.again();
  await saved(agent);
  const here = await initials.getAttribute("transform");
  await agent.reload();
  await initials.waitFor();
  assert.equal(await initials.getAttribute("transform"), here);
  assert.match(here, /translate\(148 717\)/);
});

test("a kind dragged from the bar; documents renamed, moved and taken out; turns changed by one gesture", async () => {
  const before = await places(agent);
  const chip = await agent.locator("[data-kind=tick]").boundingBox();
  const leaf = await agent.locator(".leaf").first().boundingBox();
  await agent.mouse.move(chip.x + 20, chip.y + 10);
  await agent.mouse.down();
  await agent.mouse.move(leaf.x + 300, leaf.y + 200, { steps: 5 });
  await agent.mouse.up();
  await field(agent, /^Tick of/).waitFor();
  assert.equal(await places(agent), before + 1);

  await agent.getByRole("button", { name: "Agency disclosure, long form", exact: true }).click();
  await agent.getByLabel("Name of the document").fill("Agency form");
  await agent.keyboard.press("Enter");
  await agent.getByRole("button", { name: "Read later: Agency form" }).click();
  await agent.getByRole("button", { name: "Page 7, Agency form" }).waitFor();
  assert.equal(await places(agent), before + 1, "places stay with their document");

  const turns = () => agent.locator("li.person").evaluateAll((all) => all.map((p) => p.dataset.turn));
  await agent.getByRole("button", { name: "Sign later: Lucie Dvorsky" }).click();
  await agent.waitForFunction(() => [...document.querySelectorAll("li.person")].map((e) => e.dataset.turn).join() === "1,2,3");
  await agent.getByRole("button", { name: "Sign later: Lucie Dvorsky" }).click();
  await agent.waitForFunction(() => [...document.querySelectorAll("li.person")].map((e) => e.dataset.turn).join() === "1,2,2");
  await agent.getByRole("button", { name: "Sign earlier: Lucie Dvorsky" }).click();
  await agent.waitForFunction(() => [...document.querySelectorAll("li.person")].map((e) => e.dataset.turn).join() === "1,2,3");
  assert.deepEqual(await turns(), ["1", "2", "3"]);

  agent.once("dialog", (d) => d.accept());
  await agent.getByRole("button", { name: "Take out of the packet: Agency form" }).click();
  await agent.getByRole("button", { name: "Page 7, Agency form" }).waitFor({ state: "detached" });
  await agent.getByRole("button", { name: "add “Agency disclosure, long form”" }).waitFor();
  await saved(agent);
});

test("somebody taken out leaves places that the proof names", async () => {
  await agent.getByRole("button", { name: "Take out: Lucie Dvorsky" }).click();
  const finding = agent.locator(".finding", { hasText: "belongs to nobody" }).first();
  await finding.click();
  await agent.locator(".field.chosen").first().waitFor();
  await agent.getByLabel("For whom").selectOption({ label: "B1 Marek Dvorsky" });
  await saved(agent);
});

test("the draft as its signer will see it, with nothing to be sent", async () => {
  await agent.keyboard.press("Escape");
  await agent.locator(".person-name", { hasText: "Marek Dvorsky" }).click();
  await agent.getByRole("button", { name: /See it as/ }).click();
  await agent.getByText("What Marek Dvorsky will see. Nothing here is sent.").waitFor();
  await agent.locator("#act").click();
  await agent.getByText(/Place 1 of \d+/).waitFor();
  assert.equal(await agent.getByRole("button", { name: "Decline to sign" }).count(), 0);
  await agent.locator("#act").click();
  await agent.getByText(/Place 2 of \d+/).waitFor();
  await agent.getByRole("link", { name: "Back to the sheet" }).click();
  await agent.locator("#title").waitFor();
});

test("marks survive a lost connection and a killed server; signing goes on on another device", async () => {
  const mail = await link(agent, app, "ingrid.vasquez@example.net", "Please sign: Inspection elections");
  const page = await app.window();
  await page.goto(mail.href); // one of two places is filled already
  await page.getByText("2 places for you").waitFor();
  await page.locator("#act").click();
  await page.getByText("Place 2 of 2").waitFor();
  await app.kill();
  await page.locator("#act").click();
  await page.getByText("The connection was lost. What you did before is kept").waitFor();
  await app.again();
  await page.locator("#act").click();
  await page.locator("#act", { hasText: "Finish…" }).waitFor();
  await page.context().close();
  const other = await app.window({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true });
  await other.goto(mail.href);
  await other.locator("#act", { hasText: "Finish…" }).tap();
  await other.getByRole("button", { name: "Finish", exact: true }).tap();
  await other.getByText("Thank you, you have signed.").waitFor();
  await other.context().close();
});

test("remind, correct an address, extend, withdraw: and what the links then say", async () => {
  const first = await link(agent, app, "p.quint@example.org", "Please sign: Counteroffer");
  await openPacket("Counteroffer no. 2");
  const piet = agent.locator("li", { hasText: "Piet Quint" });
  await piet.getByRole("button", { name: "remind" }).click();
  await agent.getByText("reminded Piet Quint").waitFor();
  await agent.locator("li", { hasText: "Piet Quint" }).getByRole("button", { name: "correct e-mail" }).click();
  await agent.getByLabel("New e-mail of Piet Quint").fill("piet.quint@example.org");
  await agent.getByRole("button", { name: "Correct and mail anew" }).click();
  await agent.getByText("corrected the address of Piet Quint").waitFor();
  const page = await app.window();
  await page.goto(first.href);
  await page.getByText("This link leads nowhere").waitFor();
  const second = await link(agent, app, "piet.quint@example.org", "Please sign: Counteroffer");
  await page.goto(second.href);
  await page.getByText("agree to sign these documents electronically").waitFor();

  await openPacket("Counteroffer no. 2");
  const day = new Date(Date.now() + 20 * 864e5).toISOString().slice(0, 10);
  await agent.getByLabel("New last day").fill(day);
  await agent.getByRole("button", { name: "Set last day" }).click();
  await agent.getByText(`extended the time until ${day}`).waitFor();
  await agent.getByRole("button", { name: "Withdraw the packet…" }).click();
  await agent.getByRole("button", { name: "Withdraw now" }).click();
  await agent.locator(".stamp", { hasText: "withdrawn" }).waitFor();
  await page.reload();
  await page.getByText("The packet was withdrawn.").waitFor();
  await link(agent, app, "piet.quint@example.org", "No longer to be signed: Counteroffer");
  await page.context().close();
});

test("no page had an error in its scripts", () => {
  const real = app.trouble.filter(
    (t) =>
      !/ERR_(INTERNET_DISCONNECTED|CONNECTION_REFUSED|CONNECTION_RESET|EMPTY_RESPONSE|INCOMPLETE_CHUNKED_ENCODING|NETWORK_CHANGED)/.test(t),
  );
  assert.deepEqual(real, []);
});
