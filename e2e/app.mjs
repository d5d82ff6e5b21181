// Starts the real program with its demo on a database of its own, and a browser; stops both.
import { chromium } from "playwright-core";
import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, symlinkSync, mkdirSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { randomBytes } from "node:crypto";
import assert from "node:assert/strict";

const axeSource = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** Starts Debian's Chromium without its background traffic. */
export const launch = () =>
  chromium.launch({
    executablePath: "/usr/bin/chromium",
    args: [
      "--no-sandbox",
      "--disable-gpu",
      "--disable-quic",
      "--no-first-run",
      "--disable-background-networking",
      "--disable-component-update",
      "--disable-sync",
    ],
  });

export async function start() {
  const server = process.env.INDICUM_TEST_DATABASE;
  assert.ok(server, "run by `make test`, which starts MariaDB");
  const dsn = server.replace(/\/[^/]*$/, `/e2e_${randomBytes(6).toString("hex")}`);
  const dir = mkdtempSync(join(tmpdir(), "indicum-e2e-"));
  const cache = join(tmpdir(), "indicum-test-wasm");
  mkdirSync(cache, { recursive: true });
  symlinkSync(cache, join(dir, "wasm"));
  let app;
  /** Starts the program; resolves to its address once it serves. */
  const run = (listen) => {
    app = spawn("bin/indicum", ["demo", "--listen", listen, "--database", dsn, "--data", dir], { stdio: ["ignore", "pipe", "pipe"] });
    let said = "";
    return new Promise((resolve, reject) => {
      const timer = setTimeout(() => reject(new Error(`the program did not start: ${said}`)), 120_000);
      const hear = (b) => {
        said = (said + b).slice(-4000);
        const m = /Indicum is at\s+(\S+)[\s\S]*Password/.exec(said);
        if (m) {
          clearTimeout(timer);
          resolve(m[1]);
        }
      };
      app.stdout.on("data", hear);
      app.stderr.on("data", hear);
      app.on("exit", (code) => reject(new Error(`the program ended with ${code}: ${said}`)));
    });
  };
  const ended = () => new Promise((resolve) => app.removeAllListeners("exit").on("exit", resolve));
  const url = await run("127.0.0.1:0");
  const browser = await launch();
  const trouble = [];
  return {
    url,
    dir,
    trouble,
    /** A window of its own: separate cookies; errors on its pages are collected. */
    async window(options = {}) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, acceptDownloads: true, ...options });
      context.setDefaultTimeout(15_000);
      const page = await context.newPage();
      page.on("pageerror", (e) => trouble.push(e.message));
      page.on("console", (m) => m.type() === "error" && !/status of (4|5)\d\d/.test(m.text()) && trouble.push(m.text()));
      return page;
    },
    /** Kills the program without warning. */
    async kill() {
      const gone = ended();
      app.kill("SIGKILL");
      await gone;
    },
    /** Starts it again at the same address. */
    async again() {
      await run(url.replace("http://", ""));
    },
    async stop() {
      await browser.close();
      const gone = ended();
      app.kill("SIGINT");
      const code = await gone;
      rmSync(dir, { recursive: true, force: true });
      return code;
    },
  };
}

export async function login(app) {
  const page = await app.window();
  await page.goto(`${app.url}/login`);
  await page.getByLabel("E-mail").fill("tamsin@heronquay.example.com");
  await page.getByLabel("Password").fill("saltmarsh-heron-12");
  await page.keyboard.press("Enter");
  await page.waitForURL(`${app.url}/`);
  return page;
}

/**
 * How many places the sheet says the packet has; only those of pages near by are drawn. What was just done is on
 * the screen with the next frame, and only once the button is let go: both are waited for.
 */
export const places = async (page) => {
  await page.evaluate(() => new Promise((done) => setTimeout(() => requestAnimationFrame(() => setTimeout(done)))));
  return Number(/(\d+) places?/.exec(await page.locator("#totals").innerText())[1]);
};

/** Reads the newest mail to an address in the mailroom (or one before it), as its reader would, and returns its link. */
export async function link(page, app, to, subject, before = 0) {
  for (let i = 0; i < 60; i++) {
    await page.goto(`${app.url}/mailroom?q=${encodeURIComponent(to)}`);
    const row = page.locator(".row", { hasText: subject }).nth(before);
    if (await row.count()) {
      await row.getByRole("link").click();
      const body = page.frameLocator("iframe");
      const text = await body.locator("body").innerText();
      const href = (await body.getByRole("link").count()) ? await body.getByRole("link").getAttribute("href") : null;
      return { href, text };
    }
    await page.waitForTimeout(150);
  }
  throw new Error(`no mail to ${to} about ${subject}`);
}

/** Fails on anything axe calls serious or critical. */
export async function accessible(page, what) {
  await page.evaluate(axeSource);
  const found = await page.evaluate(() => globalThis.axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa"] }));
  const bad = found.violations.filter((v) => ["serious", "critical"].includes(v.impact));
  assert.deepEqual(
    bad.map((v) => `${what}: ${v.id}: ${v.nodes.map((n) => n.html.slice(0, 120)).join(" | ")}`),
    [],
  );
}
