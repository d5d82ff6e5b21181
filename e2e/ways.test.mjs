// The ways in: the shelf, mail to a deal, pictures, word-processor files, what rides along.
import { after, before, test } from "node:test";
import assert from "node:assert/strict";
import { deflateSync, crc32 } from "node:zlib";
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

/** A grey PNG of one colour (W3C PNG, section 5). */
function picture(grey) {
  const chunk = (type, data) => {
    const body = Buffer.concat([Buffer.from(type), data]);
    const out = Buffer.alloc(8 + body.length);
    out.writeUInt32BE(data.length);
    body.copy(out, 4);
    out.writeUInt32BE(crcOf(body), 4 + body.length);
    return out;
  };
  const head = Buffer.from([0, 0, 1, 144, 0, 0, 2, 8, 8, 0, 0, 0, 0]);
  return Buffer.concat([
    Buffer.from([137, 80, 78, 71, 13, 10, 26, 10]),
    chunk("IHDR", head),
    chunk("IDAT", deflateSync(Buffer.concat(Array.from({ length: 520 }, () => Buffer.alloc(401, grey).fill(0, 0, 1))))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

function crcOf(data) {
  if (crc32) return crc32(data);
  let crc = ~0;
  for (const b of data) {
    crc ^= b;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return ~crc >>> 0;
}

test("forms come from the shelf, found as one types, none twice", async () => {
  await page.goto(`${app.url}/deals/1`);
  await page.keyboard.press("f");
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("searchbox").fill("oil");
  await dialog.getByRole("checkbox").check();
  await dialog.getByRole("searchbox").fill("");
  await dialog.getByRole("checkbox", { name: /Wire fraud/ }).check();
  await accessible(page, "the shelf in a deal");
  await dialog.getByRole("button", { name: "Add 2 forms to the deal" }).click();
  await page.locator("#incoming").getByText("Heating oil addendum").waitFor();
  await page.keyboard.press("f");
  const taken = dialog.getByRole("checkbox", { name: /Heating oil/ });
  await taken.waitFor();
  assert.ok(await taken.isDisabled());
  assert.match(await dialog.getByText("in the deal").first().innerText(), /in the deal/);
});

test("the office fills its shelf, renames, replaces, retires", async () => {
  await page.goto(`${app.url}/shelf`);
  await accessible(page, "the shelf");
  await page.getByRole("button", { name: "Change Inspection waiver" }).click();
  const row = page.locator("li", { hasText: "Inspection waiver" });
  await row.getByLabel("Name").fill("Waiver of inspection");
  await row.getByRole("button", { name: "Save" }).click();
  await page.locator("li .title", { hasText: "Waiver of inspection" }).waitFor();
  await page.getByRole("button", { name: "Change Waiver of inspection" }).click();
  await page.getByRole("button", { name: "Retire" }).locator("visible=true").click();
  await page.getByText("Retired forms").click();
  await page.locator("details li", { hasText: "Waiver of inspection" }).waitFor();
});

test("a stranger’s mail waits for a nod, and then is filed", async () => {
  await page.goto(`${app.url}/deals/2`);
  await page.getByText("Title commitment, 14 Saltmarsh Lane").waitFor();
  await page.getByRole("button", { name: "Put with the documents" }).click();
  await page.getByText("mailed by Bracken Title Company").waitFor();
});

test("a letter is proposed to ride along, and then is not missed", async () => {
  await page.goto(`${app.url}/deals/2/bench`);
  const take = page.getByRole("button", { name: /Take: let “Title commitment/ });
  await take.click();
  await page.getByText("rides along unsigned").waitFor();
  await page.keyboard.press("z");
  await take.waitFor();
});

test("several pictures become one document; a word-processor file is made into pages", async () => {
  await page.goto(`${app.url}/deals/2`);
  const choose = async (files) => {
    const chooser = page.waitForEvent("filechooser");
    await page.getByRole("button", { name: "choose files" }).click();
    await (await chooser).setFiles(files);
  };
  await choose([1, 2, 3].map((n) => ({ name: `kitchen ${n}.png`, mimeType: "image/png", buffer: picture(40 * n) })));
  const loaded = page.waitForEvent("load");
  await page.getByRole("button", { name: "Pages of one document" }).click();
  await loaded;
  const row = page.locator("#incoming li", { hasText: "Kitchen 1" });
  await row.getByText("3 pages").waitFor();
  assert.equal(await page.locator("#incoming li", { hasText: "Kitchen 2" }).count(), 0);
  const again = page.waitForEvent("load");
  await choose([
    {
      name: "cover letter.rtf",
      mimeType: "application/rtf",
      buffer: Buffer.from("{\\rtf1\\ansi Dear Ms Bekele, the survey is enclosed.\\par}"),
    },
  ]);
  await again;
  await page.locator("#incoming li", { hasText: "Cover letter" }).getByText("word-processor file").waitFor();
});
