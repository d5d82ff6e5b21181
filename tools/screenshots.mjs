// Takes the pictures in docs/screenshots from a running demo: node tools/screenshots.mjs URL
import { execFileSync } from "node:child_process";
import { mkdtempSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { launch, link } from "../e2e/app.mjs";

const url = process.argv[2] || "http://127.0.0.1:8787";
const app = { url };
const browser = await launch();
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
const shot = async (p, name) => {
  await p.waitForLoadState("networkidle").catch(() => {});
  await p.waitForTimeout(500);
  await p.screenshot({ path: `docs/screenshots/${name}.png` });
};
await page.goto(`${url}/login`);
await page.getByLabel("E-mail").fill("tamsin@heronquay.example.com");
await page.getByLabel("Password").fill("saltmarsh-heron-12");
await page.keyboard.press("Enter");
await page.waitForURL(`${url}/`);
// The board holds the event stream open, so the network is never idle there.
await page.waitForTimeout(800);
await page.screenshot({ path: "docs/screenshots/board.png" });
const open = async (title, name, prepare) => {
  await page.goto(url);
  await page.locator(".row", { hasText: title }).getByRole("link").first().click();
  await page.waitForTimeout(1200);
  if (prepare) await prepare();
  await page.waitForTimeout(600);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
await open("Purchase offer", "sheet", async () => {
  await page.locator(".tile").last().click();
  await page.waitForTimeout(600);
  await page.locator('.field[aria-label^="Signature of Lucie"]').last().click();
});
await open("Counteroffer", "packet");
await open("Lead-paint", "executed");
await page.goto(`${url}/deals/2`);
await shot(page, "deal");
await page.goto(`${url}/shelf`);
await shot(page, "shelf");
await page.goto(`${url}/contacts`);
await shot(page, "contacts");
await page.goto(`${url}/office`);
await shot(page, "office");
await page.goto(`${url}/deals/1`);
await page.locator("li", { hasText: "Ottoline Bekele" }).getByRole("button", { name: "change" }).click();
const party = page.locator("li", { hasText: "Ottoline Bekele" }).locator("form[data-party]");
await party.getByLabel("What they are").selectOption("estate");
await party.getByLabel("Who signs").fill("Selam Bekele-Moreau");
await party.getByLabel("Their mail goes to").fill("selam@example.org");
await party.getByText("Its: Personal representative").waitFor();
await party.getByText("Its: Personal representative").scrollIntoViewIfNeeded();
await shot(page, "party");
await page.goto(`${url}/mailroom`);
await page.locator(".row", { hasText: "Please sign: Agency" }).first().getByRole("link").click();
await shot(page, "mailroom");
await page.goto(url);
await page.locator(".row", { hasText: "Lead-paint" }).getByRole("link").click();
const got = page.waitForEvent("download");
await page.getByRole("link", { name: /all in one PDF/ }).click();
const file = await (await got).path();
await page.goto(`${url}/verify`);
await page.getByLabel("PDF file").setInputFiles(file);
await page.getByRole("button", { name: "Check" }).click();
await page.locator("[data-outcome]").waitFor();
await shot(page, "verify");

// A file from the other side that holds three forms, one of them on its side.
const dir = mkdtempSync(join(tmpdir(), "indicum-shots-"));
const get = async (id) => {
  const path = join(dir, `${id}.pdf`);
  writeFileSync(path, await (await page.request.get(`${url}/sources/${id}/original`)).body());
  return path;
};
const merged = join(dir, "merged.pdf");
execFileSync("bin/indicum", ["merge", "-o", merged, await get(7), `${await get(1)}:1@90`, `${await get(2)}:1`]);
await page.request.post(`${url}/deals/3/files?name=Forms%20from%20the%20other%20side.pdf`, {
  data: readFileSync(merged),
  headers: { "Content-Type": "application/octet-stream" },
});
await page.goto(`${url}/deals/3/bench`);
await page.locator(".leaflet").first().waitFor();
await page.waitForTimeout(1500);
await page.screenshot({ path: "docs/screenshots/bench.png" });

const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })).newPage();
const mail = await link(page, app, "dvorsky@example.net", "Please sign: Agency");
await phone.goto(mail.href);
await phone.getByRole("checkbox").check();
await phone.getByRole("button", { name: "Go on to the documents" }).click();
await phone.locator("#act").click();
await phone.locator("#act").click();
await phone.getByRole("radio").first().waitFor();
await phone.getByRole("button", { name: "Use this" }).click();
await phone.waitForTimeout(900);
await shot(phone, "signing-phone");
const desk = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
await desk.goto(mail.href);
await desk.locator("#act").click();
await desk.locator("#act").click();
await desk.getByRole("radio").first().waitFor();
await desk.waitForTimeout(500);
await shot(desk, "signing-desk");

// The send confirmation, with the agent's place put in first.
await open("Purchase offer", "send", async () => {
  await page.keyboard.press("3");
  await page.keyboard.press("i");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Escape");
  await page.locator("#open", { hasText: "Nothing open" }).waitFor();
  await page.getByRole("button", { name: "Send…" }).click();
  await page.getByRole("dialog").getByText("Gets mail now").waitFor();
});
await browser.close();
