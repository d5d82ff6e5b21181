// The bench in a real browser: splitting, joining, moving, turning, setting aside, undoing after a reload.
import { test, before, after } from "node:test";
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { start, login, accessible } from "./app.mjs";

let app, agent;
before(async () => {
  app = await start();
  agent = await login(app);
  await agent.getByRole("link", { name: "Deals" }).click();
  await agent.getByRole("link", { name: "Lot 6, Fennel Court" }).click();
  await agent.getByRole("link", { name: /the bench/ }).click();
  await agent.locator(".heap").first().waitFor();
});
after(async () => app && (await app.stop()));

/** The bench as "name: pages" lines. */
const lay = () =>
  agent.evaluate(() =>
    [...document.querySelectorAll(".heap")].map(
      (h) => `${h.querySelector(".heap-name").textContent}: ${h.querySelectorAll(".leaflet").length}`,
    ),
  );
const becomes = (want) =>
  agent.waitForFunction(
    (w) =>
      [...document.querySelectorAll(".heap")]
        .map((h) => `${h.querySelector(".heap-name").textContent}: ${h.querySelectorAll(".leaflet").length}`)
        .join("|") === w,
    want.join("|"),
  );
const page = (name) => agent.getByRole("button", { name, exact: true });
const started = ["Agency disclosure: 1", "Agency disclosure, long form: 2", "Purchase agreement: 6"];

test("cut by key and by a click between pages; join; undo survives a reload", async () => {
  assert.deepEqual(await lay(), started);
  await accessible(agent, "bench");
  await page("Purchase agreement, page 3").click();
  await agent.keyboard.press("k");
  await becomes([...started.slice(0, 2), "Purchase agreement: 2", "Purchase agreement, part 2: 4"]);
  await agent.getByRole("button", { name: "Cut Purchase agreement, part 2 before page 4" }).click({ position: { x: 10, y: 40 } });
  await becomes([
    ...started.slice(0, 2),
    "Purchase agreement: 2",
    "Purchase agreement, part 2: 3",
    "Purchase agreement, part 2, part 2: 1",
  ]);
  await agent.reload();
  await agent.locator(".heap").first().waitFor();
  await agent.keyboard.press("z");
  await becomes([...started.slice(0, 2), "Purchase agreement: 2", "Purchase agreement, part 2: 4"]);
  await agent.getByRole("checkbox", { name: "Choose Purchase agreement", exact: true }).check();
  await agent.getByRole("checkbox", { name: "Choose Purchase agreement, part 2" }).check();
  await agent.keyboard.press("j");
  await becomes(started);
});

test("ranges typed; a bad one gets a sentence and changes nothing", async () => {
  await agent.getByRole("checkbox", { name: "Choose Purchase agreement" }).check();
  await agent.getByRole("button", { name: /Split/ }).click();
  await agent.getByPlaceholder("1-3, 4, 5-9").fill("1-3, 3-6");
  await agent.keyboard.press("Enter");
  await agent.locator("#split-trouble", { hasText: "Page 3 is named twice." }).waitFor();
  await agent.getByPlaceholder("1-3, 4, 5-9").fill("1-3, 4, 5-6");
  await agent.keyboard.press("Enter");
  await becomes([
    ...started.slice(0, 2),
    "Purchase agreement, part 1: 3",
    "Purchase agreement, part 2: 1",
    "Purchase agreement, part 3: 2",
  ]);
  await agent.getByRole("button", { name: /^Undo/ }).click();
  await becomes(started);
});

test("pages dragged, cut and pasted to another document; turned; set aside and brought back", async () => {
  const from = await page("Purchase agreement, page 6").boundingBox();
  const to = await page("Agency disclosure, page 1").boundingBox();
  await agent.mouse.move(from.x + 50, from.y + 60);
  await agent.mouse.down();
  await agent.mouse.move(to.x + to.width - 8, to.y + 60, { steps: 8 });
  await agent.mouse.up();
  await becomes(["Agency disclosure: 2", "Agency disclosure, long form: 2", "Purchase agreement: 5"]);
  await page("Agency disclosure, page 2").click();
  await agent.keyboard.press("Control+x");
  await page("Purchase agreement, page 1").click();
  await agent.keyboard.press("Control+v");
  await becomes(started);

  const wide = () =>
    page("Agency disclosure, long form, page 1")
      .locator("img")
      .evaluate((i) => i.getBoundingClientRect().width > i.getBoundingClientRect().height);
  await page("Agency disclosure, long form, page 1").click();
  await page("Agency disclosure, long form, page 2").click({ modifiers: ["Shift"] });
  await agent.getByText("2 pages chosen").waitFor();
  await agent.keyboard.press("r");
  await agent.getByText("Done: turned 2 pages.").waitFor();
  assert.ok(await wide());
  await page("Agency disclosure, long form, page 1").focus();
  await agent.keyboard.press(" ");
  await agent.keyboard.press("Delete");
  await page("Agency disclosure, long form, page 1, set aside").waitFor();
  await page("Agency disclosure, long form, page 1, set aside").click();
  await agent.keyboard.press("Delete");
  await page("Agency disclosure, long form, page 1").waitFor();
});

test("a file that holds three forms, one lying on its side: proposed, and done only when taken", async () => {
  const get = async (id) => {
    const file = join(app.dir, `${id}.pdf`);
    writeFileSync(file, await (await agent.request.get(`${app.url}/sources/${id}/original`)).body());
    return file;
  };
  const hrefs = await agent.evaluate(async () =>
    [...(await (await fetch(location.pathname.replace("/bench", ""))).text()).matchAll(/\/sources\/(\d+)\/original/g)].map((m) => m[1]),
  );
  const [short, long, agreement] = await Promise.all(hrefs.slice(0, 3).map(get));
  const merged = join(app.dir, "From the other side.pdf");
  execFileSync("bin/indicum", ["merge", "-o", merged, long, agreement, `${short}:1@90`]);
  assert.deepEqual(
    JSON.parse(execFileSync("bin/indicum", ["cuts", merged], { encoding: "utf8" })).map((c) => `${c.from}-${c.to} ${c.name}`),
    ["1-2 Agency disclosure", "3-8 Purchase agreement", "9-9 Agency disclosure"],
  );
  const bench = agent.url();
  await agent.getByRole("link", { name: "Lot 6, Fennel Court" }).click();
  const chooser = agent.waitForEvent("filechooser");
  await agent.getByRole("button", { name: "choose files" }).click();
  await (await chooser).setFiles(merged);
  await agent.locator("li .title", { hasText: "From the other side" }).waitFor();
  await agent.goto(bench);
  await becomes([...started, "From the other side: 9"]);
  assert.equal(await agent.locator(".slot.maybe").count(), 2);
  await agent.getByRole("button", { name: /^Take: right 1 page of “From the other side”/ }).click();
  await agent.getByText("Done: turned 1 page.").waitFor();
  await agent.getByRole("button", { name: /^Take: “From the other side” looks like 3 forms/ }).click();
  await becomes([...started, "Agency disclosure: 2", "Purchase agreement: 6", "Agency disclosure: 1"]);
  await agent.keyboard.press("z");
  await becomes([...started, "From the other side: 9"]);
  await agent.getByRole("button", { name: "Set aside: From the other side" }).click();
  await agent.getByText("1 set aside").first().waitFor();
});

test("rename, order, a whole document aside; a packet starts with what is chosen", async () => {
  await agent.getByRole("button", { name: "Agency disclosure, long form", exact: true }).click();
  await agent.getByLabel("Name of the document").fill("Agency / form");
  await agent.keyboard.press("Enter");
  await agent.getByRole("button", { name: "Read earlier: Agency / form" }).click();
  await becomes(["Agency / form: 2", "Agency disclosure: 1", "Purchase agreement: 6", "From the other side: 9"]);
  await agent.getByRole("button", { name: "Set aside: Agency disclosure" }).click();
  await agent.getByText("2 documents, 8 pages, 2 set aside").waitFor();
  await agent.getByRole("button", { name: "Start packet with 2 documents" }).click();
  await agent.getByRole("button", { name: "Page 8, Purchase agreement" }).waitFor();
  await agent.getByRole("button", { name: "Page 1, Agency / form" }).waitFor();
  assert.deepEqual(app.trouble, []);
});
