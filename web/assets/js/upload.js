// Uploads files one after another, with progress, and says of each what became of it.

import { el } from "./dom.js";

const MOST = 50 * 1024 * 1024;

/** What a file picker offers. */
export const FILES = "application/pdf,.pdf,image/jpeg,image/png,image/tiff,.docx,.doc,.odt,.rtf";

/** Asks whether several pictures are pages of one document; resolves to true or false. */
function together(files, list) {
  if (files.length < 2 || !files.every((f) => f.type.startsWith("image/"))) return Promise.resolve(false);
  return new Promise((resolve) => {
    const choose = (answer) => () => {
      row.remove();
      resolve(answer);
    };
    const row = el(
      "li",
      { class: "flex flex-wrap items-center gap-3 py-1", role: "group", "aria-label": "Several pictures" },
      `${files.length} pictures: `,
      el("button", { class: "button", type: "button", onclick: choose(true) }, "Pages of one document"),
      el("button", { class: "plain", type: "button", onclick: choose(false) }, "A document each"),
    );
    list.append(row);
    row.querySelector("button").focus();
  });
}

/** Joins documents that were just brought into one, on the deal's bench, where that can be undone. */
async function join(url, done) {
  const bench = url.pathname.replace(/files$/, "bench");
  for (let tries = 0; tries < 5; tries++) {
    const { rev } = await (await fetch(`${bench}/state`)).json();
    const r = await fetch(bench, {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/json" },
      body: JSON.stringify({ rev, op: { kind: "join", docs: done.map((d) => d.document) } }),
    });
    if (r.ok) return [{ ...done[0], pages: done.reduce((n, d) => n + d.pages, 0) }];
    if (r.status !== 409) break; // 409: somebody worked there in the meantime
  }
  return done;
}

/** Sends files to a URL, to which each one's name is added; list is an element that shows progress. Resolves to what the server made of the good ones. */
export async function upload(url, files, list) {
  const done = [];
  const target = new URL(url, location.href);
  const one = /\/deals\/\d+\/files$/.test(target.pathname) && (await together(files, list));
  for (const file of files) {
    const row = document.createElement("li");
    const bar = document.createElement("progress");
    bar.max = 1;
    bar.value = 0;
    bar.setAttribute("aria-label", file.name);
    const text = document.createElement("span");
    text.textContent = ` ${file.name} `;
    row.append(bar, text);
    list.append(row);
    try {
      if (file.size > MOST) throw new Error("This file is too large: Indicum takes files up to 50 MB.");
      const to = new URL(target);
      to.searchParams.set("name", file.name);
      const made = await send(to, file, (part) => {
        bar.value = part;
        if (part === 1) text.textContent = ` ${file.name}: being checked…`;
      });
      text.textContent = ` ${file.name}: ${made.pages} ${made.pages === 1 ? "page" : "pages"}. ${(made.notes || []).join(" ")}`;
      done.push(made);
    } catch (err) {
      bar.remove();
      row.className = "cinnabar";
      text.setAttribute("role", "alert");
      text.textContent = `${file.name}: ${err.message}`;
    }
  }
  return one && done.length > 1 ? join(target, done) : done;
}

function send(url, file, progress) {
  return new Promise((resolve, reject) => {
    const x = new XMLHttpRequest();
    x.open("POST", url);
    x.setRequestHeader("Content-Type", "application/octet-stream");
    x.upload.addEventListener("progress", (e) => e.lengthComputable && progress(e.loaded / e.total));
    x.addEventListener("load", () => {
      if (x.status === 200) resolve(JSON.parse(x.responseText));
      else reject(new Error(x.responseText.trim() || "The file could not be taken in."));
    });
    x.addEventListener("error", () => reject(new Error("The connection was lost. Please try again.")));
    x.send(file);
  });
}
