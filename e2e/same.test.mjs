// Every kind of mark is drawn in the executed copy where the screen showed it. The copy's pages are drawn by
// poppler, which has no part in making them, and compared with the paths on the screen as pictures.
import { after, before, test } from "node:test";
import assert from "node:assert/strict";
import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { link, login, start } from "./app.mjs";

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

/** Two pages of print: one upright, one cropped and turned by its file. */
function pages() {
  const parts = ["%PDF-1.4\n"];
  const at = [];
  const obj = (s) => {
    at.push(parts.join("").length);
    parts.push(`${at.length} 0 obj\n${s}\nendobj\n`);
  };
  const ops = Array.from({ length: 8 }, (_, k) => `BT /F 10 Tf 60 ${60 + 70 * k} Td (Line ${k} of what is agreed here) Tj ET`).join("\n");
  obj("<</Type/Catalog/Pages 2 0 R>>");
  obj("<</Type/Pages/Count 2/Kids[4 0 R 5 0 R]/Resources<</Font<</F 3 0 R>>>>>>");
  obj("<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>");
  obj("<</Type/Page/Parent 2 0 R/MediaBox[0 0 612 792]/Contents 6 0 R>>");
  obj("<</Type/Page/Parent 2 0 R/MediaBox[0 0 800 640]/CropBox[13 20 793 620]/Rotate 90/Contents 6 0 R>>");
  obj(`<</Length ${ops.length}>>\nstream\n${ops}\nendstream`);
  const xref = parts.join("").length;
  parts.push(`xref\n0 ${at.length + 1}\n0000000000 65535 f \n${at.map((a) => `${String(a).padStart(10, "0")} 00000 n \n`).join("")}`);
  parts.push(`trailer\n<</Size ${at.length + 1}/Root 1 0 R>>\nstartxref\n${xref}\n%%EOF\n`);
  return Buffer.from(parts.join(""), "latin1");
}

/** Every kind, down both pages; the preparer's own belong to nobody. */
function places(document, signer) {
  const kinds = [
    ["signature", { w: 190, h: 30 }],
    ["initials", { w: 44, h: 22 }],
    ["date", { w: 90, h: 16 }],
    ["name", { w: 160, h: 16, bold: true }],
    ["email", { w: 180, h: 14, align: "right" }],
    ["text", { w: 150, h: 18, label: "Time", size: 9 }],
    ["text", { w: 150, h: 18, label: "Amount", value: "$412,500", align: "center" }],
    ["tick", { w: 14, h: 14 }],
    ["note", { w: 200, h: 16, value: "As discussed on Monday", signer: 0 }],
    ["strike", { w: 160, h: 30, value: "Line 1 of what was agreed", struck: 12, signer: 0 }],
  ];
  return [0, 1].flatMap((page) =>
    kinds.map(([kind, more], i) => ({
      id: `place-${page}-${i}`,
      document,
      page,
      kind,
      x: 80 + 23 * i,
      y: 40 + 60 * i,
      required: true,
      signer,
      label: "",
      rev: 0,
      ...more,
    })),
  );
}

const post = (page, path, body) =>
  page.evaluate(
    async ([path, body]) => {
      const r = await fetch(path, {
        method: "POST",
        headers: { "Content-Type": "application/json", Accept: "application/json" },
        body: JSON.stringify(body),
      });
      if (!r.ok) throw new Error(`${path}: ${await r.text()}`);
      return r.json();
    },
    [path, body],
  );

/** Signs everything of a signer: ink as it is proposed, words and ticks. */
async function sign(href) {
  const page = await app.window();
  await page.goto(href);
  await page.getByRole("checkbox").check();
  await page.getByRole("button", { name: "Go on to the documents" }).click();
  await page.locator("#act").click();
  for (const which of ["signature", "initials"]) {
    await page.getByRole("button", { name: `Place my ${which}` }).click();
    const use = page.getByRole("button", { name: "Use this" });
    await page.getByRole("radio").first().waitFor();
    await use.click();
    await use.waitFor({ state: "hidden" });
  }
  const list = () => page.evaluate(async () => (await (await fetch(`${location.pathname}/places`)).json()).places);
  for (const p of await list())
    if (p.mine && !p.filled && ["signature", "initials", "text", "tick"].includes(p.kind)) {
      const content = p.kind === "text" ? "5:15 PM" : "x";
      await page.evaluate(
        async ([field, content]) => {
          const r = await fetch(`${location.pathname}/fill`, { method: "POST", body: JSON.stringify({ field, content }) });
          if (!r.ok) throw new Error(await r.text());
        },
        [p.id, content],
      );
    }
  return { page, list };
}

async function finish(page) {
  await page.reload();
  await page.locator("#act", { hasText: "Finish…" }).click();
  await page.getByRole("button", { name: "Finish", exact: true }).click();
  await page.getByText(/Thank you, you have signed|Everybody has signed/).waitFor();
}

test("what the screen showed is what the executed copy shows, kind by kind", async () => {
  const made = await agent.request.post(`${app.url}/deals/1/files?name=Both ways.pdf`, {
    data: pages(),
    headers: { "Content-Type": "application/octet-stream" },
  });
  const { document } = await made.json();
  await agent.goto(`${app.url}/deals/1`);
  await agent.locator('form[action$="/packets"] button').first().click();
  await agent.locator("#status", { hasText: "saved" }).waitFor();
  const id = Number(agent.url().split("/").pop());
  const edit = async (edits) => {
    const { rev } = await agent.evaluate(async (id) => (await fetch(`/packets/${id}/sheet`)).json(), id);
    return post(agent, `/packets/${id}/edit`, { rev, edits });
  };
  const { everybody } = await edit([
    { op: "title", name: "Kind by kind" },
    { op: "document", document },
  ]);
  const sheet = await edit([
    { op: "signer", party: everybody.find((p) => p.name === "Marek Dvorsky").id, turn: 1 },
    { op: "signer", party: 0, turn: 2 },
  ]);
  const [marek, me] = sheet.signers;
  const doc = sheet.documents[0];
  assert.deepEqual([doc.pages[0].width, doc.pages[0].height, doc.pages[1].width, doc.pages[1].height], [612, 792, 600, 780]);
  const mine = ["signature", "initials"].map((kind, i) => ({
    ...places(doc.id, me.id)[i],
    id: `my-place-${kind}`,
    x: 400,
    w: 120,
  }));
  const full = await edit([...places(doc.id, marek.id), ...mine].map((field) => ({ op: "field", field })));
  const sent = await agent.request.post(`${app.url}/packets/${id}/send`, { form: { rev: full.rev }, headers: { Accept: "text/plain" } });
  assert.ok(sent.ok(), await sent.text());

  const first = await link(agent, app, "dvorsky@example.net", "Kind by kind");
  const marked = await sign(first.href);
  await finish(marked.page);
  const second = await link(agent, app, "tamsin@heronquay.example.com", "Please sign: Kind by kind");
  const last = await sign(second.href);
  const shown = (await last.list()).filter((p) => p.fill || p.stroke);
  assert.equal(shown.length, 22, "everything that will be printed is on the screen before the last one finishes");
  await finish(last.page);
  await last.page.getByText("Everybody has signed.").waitFor();
  const download = last.page.getByRole("link", { name: "Download the executed copy" });
  await download.waitFor({ timeout: 30_000 }); // the page looks again by itself while the copy is being sealed
  const copy = last.page.waitForEvent("download");
  await download.click();
  const file = join(app.dir, "executed.pdf");
  await (await copy).saveAs(file);
  writeFileSync(join(app.dir, "blank.pdf"), pages());

  const look = await app.window({ viewport: { width: 1240, height: 1620 } });
  await look.goto("about:blank");
  for (const n of [0, 1]) {
    const draw = (name) => {
      const out = join(app.dir, `${name}-${n}`);
      execFileSync("pdftoppm", [
        "-png",
        "-r",
        "144",
        "-cropbox",
        "-f",
        n + 1,
        "-l",
        n + 1,
        "-singlefile",
        join(app.dir, `${name}.pdf`),
        out,
      ]);
      return readFileSync(`${out}.png`).toString("base64");
    };
    const here = shown.filter((p) => p.page === n);
    const found = await compare(look, doc.pages[n], here, draw("blank"), draw("executed"));
    for (const { kind, id, screen, paper, common } of found) {
      const what = `${kind} ${id} on page ${n + 1}: ${JSON.stringify({ screen, paper, common })}`;
      assert.ok(screen && paper, what);
      for (const k of ["x0", "y0", "x1", "y1"]) assert.ok(Math.abs(screen[k] - paper[k]) <= 1, what);
      assert.ok(common > 0.95, what);
    }
  }
});

/**
 * Draws the screen's marks of a page and what the copy has more than the blank page, two pixels a point; for
 * each place gives the box of the ink in points on both, and the share of ink that both have, within a pixel.
 */
function compare(look, page, marks, blank, executed) {
  return look.evaluate(
    async ([page, marks, blank, executed]) => {
      const [w, h] = [page.width * 2, page.height * 2];
      const pixels = async (src) => {
        const img = new Image();
        img.src = src;
        await img.decode();
        const c = Object.assign(document.createElement("canvas"), { width: w, height: h }).getContext("2d");
        c.fillStyle = "#fff";
        c.fillRect(0, 0, w, h);
        c.drawImage(img, 0, 0, w, h);
        const d = c.getImageData(0, 0, w, h).data;
        return Uint8Array.from({ length: w * h }, (_, i) => Math.min(d[4 * i], d[4 * i + 1], d[4 * i + 2]));
      };
      const svg = marks
        .map(
          (m) =>
            `<g transform="translate(${m.x} ${m.y})">${m.fill ? `<path d="${m.fill}"/>` : ""}${m.stroke ? `<path d="${m.stroke}" fill="none" stroke="#000" stroke-linecap="round" stroke-linejoin="round" stroke-width="${m.width}"/>` : ""}</g>`,
        )
        .join("");
      const screen = await pixels(
        `data:image/svg+xml,${encodeURIComponent(`<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${page.width} ${page.height}">${svg}</svg>`)}`,
      );
      const [was, is] = [await pixels(`data:image/png;base64,${blank}`), await pixels(`data:image/png;base64,${executed}`)];
      const inkOf = { screen: (i) => screen[i] < 150, paper: (i) => is[i] < 190 && was[i] - is[i] > 50 };
      return marks.map((m) => {
        const r = {
          x0: Math.floor(2 * m.x - 8),
          y0: Math.floor(2 * m.y - 8),
          x1: Math.ceil(2 * (m.x + m.w) + 8),
          y1: Math.ceil(2 * (m.y + m.h) + 8),
        };
        const box = (ink) => {
          let b = null;
          for (let y = r.y0; y < r.y1; y++)
            for (let x = r.x0; x < r.x1; x++)
              if (ink(y * w + x)) {
                b ??= { x0: x, y0: y, x1: x, y1: y };
                b = { x0: Math.min(b.x0, x), y0: Math.min(b.y0, y), x1: Math.max(b.x1, x), y1: Math.max(b.y1, y) };
              }
          return b && Object.fromEntries(Object.entries(b).map(([k, v]) => [k, v / 2]));
        };
        let [all, both] = [0, 0];
        for (const [a, b] of [
          [inkOf.screen, (i) => inkOf.paper(i) || (was[i] < 150 && is[i] < 150)],
          [inkOf.paper, inkOf.screen],
        ])
          for (let y = r.y0; y < r.y1; y++)
            for (let x = r.x0; x < r.x1; x++)
              if (a(y * w + x)) {
                all++;
                if ([-1, 0, 1].some((dy) => [-1, 0, 1].some((dx) => b((y + dy) * w + x + dx)))) both++;
              }
        return { kind: m.kind, id: m.id, screen: box(inkOf.screen), paper: box(inkOf.paper), common: both / all };
      });
    },
    [page, marks, blank, executed],
  );
}
