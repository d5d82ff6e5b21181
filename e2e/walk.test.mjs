// From two PDFs to a sealed, executed copy, in a real browser: one agent, one signer at a desk, one
// with a phone, and the agent again in the last turn.
import { test, before, after } from "node:test";
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { writeFileSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { start, login, link, accessible } from "./app.mjs";

let app, agent;
before(async () => {
  app = await start();
  agent = await login(app);
});
after(async () => {
  if (app) assert.equal(await app.stop(), 0, "the program stops in good order");
});

/** A small PDF written by hand. */
function pdf(title) {
  const ops = `BT /F 20 Tf 72 700 Td (${title}) Tj ET 72 300 200 0.7 re f`;
  const objs = [
    "<</Type/Catalog/Pages 2 0 R>>",
    "<</Type/Pages/Kids[3 0 R]/Count 1>>",
    "<</Type/Page/Parent 2 0 R/MediaBox[0 0 612 792]/Resources<</Font<</F 5 0 R>>>>/Contents 4 0 R>>",
    `<</Length ${ops.length}>>\nstream\n${ops}\nendstream`,
    "<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>",
  ];
  let out = "%PDF-1.4\n";
  const at = objs.map((o, i) => {
    const from = out.length;
    out += `${i + 1} 0 obj\n${o}\nendobj\n`;
    return from;
  });
  const xref = out.length;
  out += `xref\n0 6\n0000000000 65535 f \n${at.map((n) => `${String(n).padStart(10, "0")} 00000 n \n`).join("")}trailer\n<</Size 6/Root 1 0 R>>\nstartxref\n${xref}\n%%EOF\n`;
  return { name: `${title}.pdf`, mimeType: "application/pdf", buffer: Buffer.from(out) };
}

const saved = (page) => page.locator("#status", { hasText: "draft, saved" }).waitFor();
const field = (page, name) => page.getByRole("button", { name }).and(page.locator(".field"));

test("the first screen shows packets in several states, by who must act", async () => {
  for (const group of ["Yours to do", "Clients hold", "The other side holds", "Drafts", "Executed this week"]) {
    await agent.getByRole("heading", { name: new RegExp(group) }).waitFor();
  }
  assert.match(
    await agent.locator(".row", { hasText: "Inspection elections" }).locator("svg.track").getAttribute("aria-label"),
    /Turn 1: Ingrid Vásquez holds it, Tobias Vásquez done\. Turn 2/,
  );
  await accessible(agent, "board");
});

test("two PDFs become a packet, are signed by three people and come back sealed", async (t) => {
  await t.test("a deal, its parties, a packet", async () => {
    await agent.getByRole("link", { name: "Deals" }).click();
    await accessible(agent, "deals");
    await agent.getByLabel("Property").fill("9 Quarry Steps");
    await agent.getByRole("button", { name: "Start the deal" }).click();
    for (const [name, email] of [
      ["Nadia Brandt", "nadia@example.net"],
      ["Otis Brandt", ""],
    ]) {
      await agent.getByRole("button", { name: "Add a party" }).click();
      const form = agent.locator("form", { has: agent.locator("[name=name]") }).last();
      await form.getByLabel("Name").fill(name);
      await form.getByLabel("E-mail").fill(email);
      await form.getByRole("button", { name: "Save" }).click();
      await agent.locator("li", { hasText: name }).waitFor();
    }
    await accessible(agent, "deal");
    await agent.getByRole("button", { name: /New packet/ }).click();
    await agent.getByText("No document yet").waitFor();
  });

  await t.test("two files dropped in, with progress, and put in order", async () => {
    const chooser = agent.waitForEvent("filechooser");
    await agent.getByRole("button", { name: "choose files" }).click();
    await (
      await chooser
    ).setFiles([
      pdf("Second form"),
      pdf("First form"),
      { name: "letter.pdf", mimeType: "application/pdf", buffer: Buffer.from("not one") },
    ]);
    await agent.getByText("letter.pdf: This is not a PDF file").waitFor();
    await agent.getByRole("button", { name: "Page 2, First form" }).waitFor();
    await agent.getByRole("button", { name: "Read earlier: First form" }).click();
    await agent.getByRole("button", { name: "Page 1, First form" }).waitFor();
    await saved(agent);
  });

  await t.test("signers in turns 1, 1, 2; a missing address is flagged and fixed in place", async () => {
    for (const who of ["Nadia Brandt", "Otis Brandt", "Tamsin Okafor-Reyes (you)"]) {
      await agent.locator(".add-person", { hasText: who }).click();
      await agent.locator(".person-name", { hasText: who.replace(" (you)", "") }).waitFor();
    }
    assert.deepEqual(await agent.locator("li.person").evaluateAll((all) => all.map((p) => p.dataset.turn)), ["1", "1", "2"]);
    await agent.getByRole("button", { name: "Otis Brandt has no e-mail address" }).click();
    await agent.keyboard.type("otis@example.net");
    await agent.keyboard.press("Enter");
    await agent.locator(".person", { hasText: "otis@example.net" }).waitFor();
    assert.ok(await agent.getByRole("button", { name: "Send…" }).isDisabled());
    await agent.getByLabel("Title of the packet").fill("Quarry offer");
    await agent.keyboard.press("Enter");
    await saved(agent);
  });

  await t.test("places by click, by drag, by key; moved, resized, copied, undone", async () => {
    const leaf = agent.locator(".leaf").first();
    const box = await leaf.boundingBox();
    const at = (x, y) => [box.x + (x / 612) * box.width, box.y + (y / 792) * box.height];
    await agent.keyboard.press("1");
    await agent.keyboard.press("s");
    await agent.mouse.click(...at(72, 300));
    await field(agent, "Signature of Nadia Brandt").waitFor();
    await agent.keyboard.press("d");
    await agent.mouse.click(...at(300, 300));
    await agent.keyboard.press("m");
    await agent.mouse.move(...at(430, 284));
    await agent.mouse.down();
    await agent.mouse.move(...at(560, 302), { steps: 4 });
    await agent.mouse.up();
    await agent.keyboard.press("Escape");
    await field(agent, "Printed name of Nadia Brandt").waitFor();
    const count = (n) => agent.waitForFunction((k) => document.querySelector(".leaf").querySelectorAll(".field").length === k, n);
    await count(3);
    // Copy all three, give the copies to the second person, move them down by keys.
    await agent.keyboard.press("Control+a");
    await agent.keyboard.press("Control+c");
    await agent.keyboard.press("Control+v");
    await agent.keyboard.press("2");
    for (let i = 0; i < 4; i++) await agent.keyboard.press("Shift+ArrowDown");
    await count(6);
    await field(agent, "Signature of Otis Brandt").waitFor();
    // Undo and redo.
    const place = () => field(agent, "Signature of Otis Brandt").getAttribute("transform");
    const changes = (from) =>
      agent.waitForFunction((t) => document.querySelector('.field[aria-label^="Signature of Otis"]').getAttribute("transform") !== t, from);
    await agent.waitForFunction(
      (t) => document.querySelector('.field[aria-label^="Signature of Otis"]').getAttribute("transform") === t,
      await agent.evaluate(() => {
        const from = document.querySelector('.field[aria-label^="Signature of Nadia"]').getAttribute("transform");
        const [, x, y] = /translate\((\S+) (\S+)\)/.exec(from);
        return `translate(${Number(x) + 12} ${Number(y) + 52})`;
      }),
    );
    const moved = await place();
    await agent.keyboard.press("z");
    await changes(moved);
    const back = await place();
    await agent.keyboard.press("Shift+z");
    await changes(back);
    assert.equal(await place(), moved);
    await agent.keyboard.press("Escape");
    // The agent's places, and text, by key alone.
    await agent.keyboard.press("3");
    await agent.keyboard.press("s");
    await agent.keyboard.press("Enter");
    await agent.keyboard.press("i");
    await agent.keyboard.press("Enter");
    await agent.keyboard.press("Escape");
    await field(agent, "Initials of Tamsin Okafor-Reyes").waitFor();
    await agent.keyboard.press("Delete");
    await field(agent, "Initials of Tamsin Okafor-Reyes").waitFor({ state: "detached" });
    await agent.keyboard.press("z");
    await field(agent, "Initials of Tamsin Okafor-Reyes").waitFor();
    // Resize by a corner.
    await field(agent, "Initials of Tamsin Okafor-Reyes").click();
    const before = await agent.locator("#inspector").innerText();
    const corner = await agent.locator(".handle.se").boundingBox();
    await agent.mouse.move(corner.x + 3, corner.y + 3);
    await agent.mouse.down();
    await agent.mouse.move(corner.x + 40, corner.y + 12, { steps: 3 });
    await agent.mouse.up();
    await saved(agent);
    assert.notEqual(await agent.locator("#inspector").innerText(), before);
    // A text for the first buyer on the second document.
    await agent.getByRole("button", { name: "Page 2, Second form" }).click();
    await agent.keyboard.press("Escape");
    await agent.keyboard.press("1");
    await agent.keyboard.press("t");
    const second = await agent.locator(".leaf").nth(1).boundingBox();
    await agent.mouse.click(second.x + 120, Math.min(second.y + 300, 600));
    await agent.keyboard.press("Escape");
    await agent.getByLabel("What is asked").fill("Time of day");
    await agent.keyboard.press("Tab");
    await saved(agent);
    await agent.locator("#open", { hasText: "Nothing open" }).waitFor();
    await accessible(agent, "sheet");
  });

  await t.test("a second window on the draft does not overwrite the first", async () => {
    const other = await agent.context().newPage();
    await other.goto(agent.url());
    await field(other, "Signature of Nadia Brandt").waitFor();
    // The other window goes out of touch, the first changes a field, then the other changes the same.
    await other.route("**/packets/*/sheet", (r) => r.abort());
    const place = (page) => field(page, "Signature of Nadia Brandt").getAttribute("transform");
    const old = await place(agent);
    await field(agent, "Signature of Nadia Brandt").focus();
    await agent.keyboard.press("ArrowRight");
    await agent.waitForFunction(
      (t) => document.querySelector('.field[aria-label^="Signature of Nadia"]').getAttribute("transform") !== t,
      old,
    );
    await saved(agent);
    const kept = await place(agent);
    await field(other, "Signature of Nadia Brandt").focus();
    await other.keyboard.press("Shift+ArrowDown");
    await other.getByText("Changed in another window").waitFor();
    assert.equal(await place(other), kept);
    await other.close();
  });

  let nadia, otis;
  await t.test("one confirmation says who gets mail now; nothing leaves before", async () => {
    await agent.getByRole("button", { name: "Send…" }).click();
    const dialog = agent.getByRole("dialog");
    await dialog.getByText("Gets mail only later").waitFor();
    assert.match(
      await dialog.innerText(),
      /Gets mail now[\s\S]*nadia@example\.net[\s\S]*otis@example\.net[\s\S]*when turn 1 is done[\s\S]*tamsin@heronquay/,
    );
    await dialog.getByLabel("Your words to everybody").fill("Please read it & sign <today>.");
    await accessible(agent, "send");
    const check = await agent.context().newPage();
    await check.goto(`${app.url}/mailroom?q=Quarry`);
    await check.getByText("No mail yet.").waitFor();
    await check.close();
    await dialog.getByRole("button", { name: /Send to Nadia Brandt and Otis Brandt now/ }).dblclick();
    await agent.getByText("holds it").first().waitFor();
    await accessible(agent, "packet");
    nadia = await link(agent, app, "nadia@example.net", "Quarry offer");
    otis = await link(agent, app, "otis@example.net", "Quarry offer");
    assert.match(nadia.text, /Dear Nadia Brandt,[\s\S]*Please read it & sign <today>\.[\s\S]*Read and sign/);
    await accessible(agent, "mail");
  });

  await t.test("at a desk: consent, ink drawn by hand, led from place to place", async () => {
    const board = await agent.context().newPage();
    await board.goto(app.url);
    const row = board.locator(".row", { hasText: "Quarry offer" });
    await row.getByText("0 of 3 places").waitFor();

    const page = await app.window();
    await page.goto(nadia.href);
    await page.getByText("agree to sign these documents electronically").waitFor();
    await accessible(page, "consent");
    await page.getByRole("checkbox").check();
    await page.getByRole("button", { name: "Go on to the documents" }).click();
    await page.getByText("2 places for you").waitFor();
    await page.getByRole("button", { name: "Start" }).click();
    await page.getByText("Place 1 of 2").waitFor();
    await page.getByRole("button", { name: "Place my signature" }).click();
    await page.getByRole("button", { name: "Drawn by hand" }).click();
    await page.getByRole("button", { name: "Use this" }).click();
    await page.getByText("almost nothing drawn").waitFor();
    const pad = await page.locator("#pad").boundingBox();
    await page.mouse.move(pad.x + 40, pad.y + 90);
    await page.mouse.down();
    for (let i = 1; i < 9; i++) await page.mouse.move(pad.x + 40 + i * 35, pad.y + (i % 2 ? 30 : 100));
    await page.mouse.up();
    await accessible(page, "ink");
    await page.getByRole("button", { name: "Use this" }).click();
    await page.getByText("Place 2 of 2").waitFor();
    // A required place still empty: finishing from outside is refused, too.
    const refused = await page.evaluate(async () => (await fetch(`${location.pathname}/finish`, { method: "POST", body: "{}" })).status);
    assert.equal(refused, 422);
    await page.getByRole("button", { name: "Write…" }).click();
    await page.getByRole("textbox", { name: "Time of day" }).fill("5:15 PM");
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: "Finish…" }).click();
    // Another device empties the text: finishing is refused, and leads back to the empty place.
    await page.evaluate(async () => {
      const { places } = await (await fetch(`${location.pathname}/places`)).json();
      const text = places.find((p) => p.mine && p.kind === "text");
      await fetch(`${location.pathname}/fill`, { method: "POST", body: JSON.stringify({ field: text.id, content: "" }) });
    });
    await page.getByRole("button", { name: "Finish", exact: true }).click();
    await page.locator("#what", { hasText: "A required place is still empty." }).waitFor();
    await page.getByText("Place 2 of 2").waitFor();
    await page.getByRole("button", { name: "Write…" }).click();
    await page.getByRole("textbox", { name: "Time of day" }).fill("5:15 PM");
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: "Finish…" }).click();
    await page.getByRole("button", { name: "Finish", exact: true }).dblclick();
    await page.getByText("Thank you, you have signed.").waitFor();
    // The board has moved by itself.
    await row.getByText("Otis Brandt since").waitFor();
    await board.close();
    await page.context().close();
  });

  await t.test("on a phone, by keyboard alone: written ink, led back to what is empty", async () => {
    const page = await app.window({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
    await page.goto(otis.href);
    await page.getByRole("checkbox").focus();
    await page.keyboard.press("Space");
    await page.keyboard.press("Enter");
    await page.locator("#act", { hasText: "Start" }).waitFor();
    const wide = await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth);
    assert.ok(wide, "the page itself does not scroll sideways on a phone");
    await page.locator("#act").focus();
    await page.keyboard.press("Enter");
    await page.getByText("Place 1 of 1").waitFor();
    await page.keyboard.press("Enter");
    await page.getByRole("radio").nth(2).waitFor();
    assert.ok((await page.getByRole("radio").count()) >= 3, "at least three written styles");
    await page.getByRole("radio").nth(1).focus();
    await page.keyboard.press("Enter");
    await page.getByRole("button", { name: "Use this" }).focus();
    await page.keyboard.press("Enter");
    await page.locator("#act", { hasText: "Finish…" }).waitFor();
    await accessible(page, "signing");
    // Everything can be read again before finishing.
    await page.getByRole("button", { name: "Read all pages" }).tap();
    await page.locator("#act").tap();
    await page.getByRole("button", { name: "Finish", exact: true }).tap();
    await page.getByText("Thank you, you have signed.").waitFor();
    await page.context().close();
  });

  await t.test("the agent's turn comes only now; then everybody gets the sealed copy", async () => {
    const mine = await link(agent, app, "tamsin@heronquay.example.com", "Please sign: Quarry offer");
    const page = await app.window();
    await page.goto(mine.href);
    await page.getByRole("checkbox").check();
    await page.getByRole("button", { name: "Go on to the documents" }).click();
    await page.locator("#act").click();
    for (const which of ["signature", "initials"]) {
      await page.getByRole("button", { name: `Place my ${which}` }).click();
      await page.getByRole("radio").first().waitFor();
      await page.getByRole("button", { name: "Use this" }).click();
    }
    await page.getByRole("button", { name: "Finish…" }).click();
    await page.getByRole("button", { name: "Finish", exact: true }).click();
    await page.getByText("Everybody has signed.").waitFor();
    for (const to of ["nadia@example.net", "otis@example.net", "tamsin@heronquay.example.com"]) {
      await link(agent, app, to, "Executed: Quarry offer");
      await agent.getByRole("link", { name: "Quarry offer, executed.pdf" }).waitFor();
    }
    const download = page.getByRole("link", { name: "Download the executed copy" });
    await download.waitFor(); // by itself, once the copy is sealed
    const own = page.waitForEvent("download");
    await download.click();
    assert.ok(readFileSync(await (await own).path()).length > 10_000);
    await page.goto(nadia.href);
    await page.getByText("Everybody has signed.").waitFor();
  });

  await t.test("the copy: marks on their lines, the record, a seal that outsiders confirm", async () => {
    await agent.goto(app.url);
    await agent.locator(".row", { hasText: "Quarry offer" }).getByRole("link").click();
    const fetchFile = async (name) => {
      const d = agent.waitForEvent("download");
      await agent.getByRole("link", { name }).click();
      const file = join(app.dir, (await d).suggestedFilename());
      await (await d).saveAs(file);
      return file;
    };
    const merged = await fetchFile(/all in one PDF/);
    const text = execFileSync("pdftotext", ["-layout", merged, "-"], { encoding: "utf8" });
    for (const want of [
      "First form",
      "Second form",
      "Nadia Brandt",
      "5:15 PM",
      "Signing record",
      "agreed to sign electronically",
      "SHA-256",
    ])
      assert.ok(text.includes(want), `the copy says “${want}”`);
    assert.ok(text.indexOf("First form") < text.indexOf("Second form"));
    assert.match(text, /(Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec) \d{1,2}, 20\d\d/);
    assert.match(execFileSync("qpdf", ["--check", merged], { encoding: "utf8" }), /No syntax or stream encoding errors/);
    assert.match(
      execFileSync("pdfsig", ["-nocert", merged], { encoding: "utf8" }),
      /Signature is Valid[\s\S]*Total document signed|Total document signed[\s\S]*Signature is Valid/,
    );
    assert.match(execFileSync("bin/indicum", ["verify", merged], { encoding: "utf8" }), /Sealed by Heron Quay Realty/);
    const zip = await fetchFile(/one PDF a document/);
    const list = readFileSync(zip).toString("latin1"); // a zip names its files in the clear
    for (const part of ["First form, executed.pdf", "Second form, executed.pdf", "Quarry offer, executed, all documents.pdf"])
      assert.ok(list.includes(part), part);

    const page = await app.window();
    const bytes = readFileSync(merged);
    const ask = async (name, buffer) => {
      await page.goto(`${app.url}/verify`);
      await page.getByLabel("PDF file").setInputFiles({ name, mimeType: "application/pdf", buffer });
      await page.getByRole("button", { name: "Check" }).click();
      return page.locator("[data-outcome]").getAttribute("data-outcome");
    };
    assert.equal(await ask("copy.pdf", bytes), "good");
    await page.getByText("belongs to an office that uses this Indicum").waitFor();
    await accessible(page, "verify");
    const changed = Buffer.from(bytes);
    changed[Math.floor(bytes.length / 3)] ^= 1;
    assert.equal(await ask("changed.pdf", changed), "changed");
    const file = join(app.dir, "changed.pdf");
    writeFileSync(file, changed);
    assert.throws(() => execFileSync("bin/indicum", ["verify", file], { stdio: "pipe" }), /Command failed/);
  });
});

test("declining with a reason stops the packet, and the board says so by itself", async () => {
  await agent.goto(app.url);
  const stopped = agent.locator(".row", { hasText: "Agency disclosure" });
  await stopped.getByText("Marek Dvorsky and Lucie Dvorsky").waitFor();
  const tab = await agent.context().newPage();
  const mail = await link(tab, app, "dvorsky@example.net", "Agency disclosure");
  const page = await app.window({ viewport: { width: 390, height: 844 } });
  await page.goto(mail.href);
  await page.getByRole("button", { name: "Decline to sign" }).click();
  await page.getByLabel(/Why\?/).fill("We found another house.");
  await page.getByRole("button", { name: "Decline and end the packet" }).click();
  await page.getByText("You have declined.").waitFor();
  await stopped.getByText("We found another house.").waitFor();
});

test("no page had an error in its scripts or broke its content security policy", () => {
  assert.deepEqual(app.trouble, []);
});
