// A packet's one workspace: spine, page, people, proof strip.
import { Draft } from "./sheet/store.js";
import { Pages } from "./sheet/pages.js";
import { Hand } from "./sheet/hand.js";
import { Changed } from "./sheet/changed.js";
import { coverage } from "./sheet/coverage.js";
import { Found } from "./sheet/found.js";
import { Inspector } from "./sheet/inspector.js";
import { keepStencil } from "./sheet/stencil.js";
import { People } from "./sheet/people.js";
import { live } from "./live.js";
import { renameInPlace } from "./rename.js";
import { FILES, upload } from "./upload.js";

const root = document.getElementById("sheet");
const $ = (id) => document.getElementById(id);
const draft = new Draft(Number(root.dataset.packet));
const view = { selected: new Set(), signer: 0, say: (text) => ($("notice").textContent = text) };
const pages = new Pages(draft, view);
const hand = new Hand(draft, pages, view);
const people = new People(draft, view, hand);
const inspector = new Inspector(draft, view, hand, pages);
const found = new Found(draft, view, hand, pages);
new Changed(draft, view, hand, pages, found);

let frame = 0;
let moved = true; // nothing but places under the hand has changed
draft.onchange((what) => {
  if (what !== "moving") moved = false;
  if (what.notice) {
    view.say(what.notice);
    $("notice").classList.add("cinnabar");
    setTimeout(() => $("notice").classList.remove("cinnabar"), 8000);
  }
  ask();
});

function ask() {
  if (frame) return;
  frame = requestAnimationFrame(() => {
    frame = 0;
    if (moved) pages.moving(view.selected);
    else if (pressed && draft.data) pages.render();
    else render();
    late = late || (!moved && pressed);
    moved = true;
  });
}

// While a button is held down nothing but the pages is drawn anew: what is being pressed must still be there when
// it is let go, or the click is lost.
let pressed = false;
let late = false;
const letGo = () =>
  setTimeout(() => {
    pressed = false;
    if (!late) return;
    late = moved = false;
    ask();
  });
window.addEventListener("pointerdown", () => (pressed = true), true);
for (const end of ["pointerup", "pointercancel"]) window.addEventListener(end, letGo, true);
window.addEventListener("blur", (e) => e.target === window && letGo());

function render() {
  if (!draft.data) return;
  for (const id of view.selected) if (!draft.fields.has(id)) view.selected.delete(id);
  if (view.signer && !draft.signer(view.signer)) view.signer = 0;
  pages.render();
  people.render();
  found.render();
  inspector.render();
  strip();
  const d = draft.data;
  if (document.activeElement !== $("title")) $("title").value = d.title;
  document.title = `${d.title || "New packet"} · Indicum`;
  $("status").textContent = { saved: "draft, saved", saving: "saving…", offline: "not saved yet, trying again…" }[draft.status];
  $("status").classList.toggle("cinnabar", draft.status === "offline");
  $("undo").disabled = !draft.past.length;
  $("redo").disabled = !draft.future.length;
  const shelf = $("shelf");
  shelf.hidden = !d.shelf.length;
  $("shelf-list").replaceChildren(
    ...d.shelf.map((doc) => {
      const b = document.createElement("button");
      b.className = "plain small block text-left";
      b.textContent = `add “${doc.name}”`;
      b.addEventListener("click", () => draft.edit({ op: "document", document: doc.id }).catch(() => {}));
      return b;
    }),
  );
}

/** The proof strip: open findings, each with a jump. */
function strip() {
  const { findings, signers, documents } = draft.data;
  const open = findings.filter((f) => !f.warn); // a warning is worth a look, but keeps nothing from being sent
  const list = [...open, ...findings.filter((f) => f.warn)].slice(0, 3).map((f) => {
    const b = document.createElement("button");
    b.className = "finding";
    const where = Object.assign(document.createElement("span"), { className: f.warn ? "font-semibold" : "cinnabar", textContent: f.where });
    b.append(where, ` ${f.text}`);
    b.addEventListener("click", () => jump(f));
    return b;
  });
  $("findings").replaceChildren(...list);
  $("open").textContent = open.length ? `${open.length} open` : "Nothing open";
  $("open").classList.toggle("cinnabar", open.length > 0);
  const n = documents.reduce((sum, d) => sum + d.pages.length, 0);
  const count = (k, one) => `${k} ${one}${k === 1 ? "" : "s"}`;
  $("totals").textContent =
    `${signers.length === 1 ? "1 person" : `${signers.length} people`} · ${count(draft.fields.size, "place")} · ${count(n, "page")}`;
  $("send").disabled = open.length > 0;
}

function jump(f) {
  if (f.fix === "title") $("title").focus();
  else if (f.fix === "page") pages.go(pages.pages.find((p) => p.document === f.document && p.page === f.page)?.index);
  else if (f.fix === "email") document.querySelector(`input[aria-label="E-mail of ${CSS.escape(f.where)}"]`)?.focus();
  else if (f.fix === "document") pick();
  else if (f.fix === "people") $("people").querySelector("button")?.focus();
  else if (f.fix === "place") {
    const i = draft.data.signers.findIndex((s) => s.id === f.signer);
    hand.choose([]);
    hand.assign(i);
    if (hand.armed !== "signature") hand.arm("signature");
  } else if (f.fix === "due" || f.fix === "letter") openSend();
  else if (f.fix === "deal") location.assign(`/deals/${draft.data.deal}`);
  else if (f.fix === "rides") {
    const first = pages.pages.find((p) => p.document === f.document);
    if (first) pages.go(first.index);
    document.querySelector(`.spine-doc[data-document="${f.document}"] [data-act="rides"]`)?.focus();
  } else if (f.field) {
    hand.choose([f.field]);
    pages.show(draft.fields.get(f.field));
  }
}

$("coverage").addEventListener("click", () => coverage(draft, pages, $("coverage-dialog")));
document.addEventListener("keydown", (e) => {
  if (e.key === "g" && !e.ctrlKey && !e.metaKey && !e.target.closest("input, textarea, select, dialog"))
    coverage(draft, pages, $("coverage-dialog"));
});

// Documents

async function addFiles(files) {
  const done = await upload(`/deals/${draft.data.deal}/files`, files, $("uploads"));
  for (const made of done) await draft.edit({ op: "document", document: made.document }).catch(() => {});
  if (!$("uploads").querySelector("[role=alert]")) setTimeout(() => $("uploads").replaceChildren(), 6000);
}

/** Replaces a document by a corrected version, once its pages have been looked at. */
async function replace(document, file) {
  const [made] = await upload(`/deals/${draft.data.deal}/files`, [file], $("uploads"));
  if (!made) return;
  view.say("Looking where the places are now…");
  for (let i = 0; i < 60; i++) {
    const r = await fetch(`/sources/${made.source}/looked`).catch(() => null);
    if (r?.status === 204) break;
    await new Promise((done) => setTimeout(done, 700));
  }
  await draft.edit({ op: "swap", document, with: made.document }).catch(() => {});
}

function pick(then = addFiles) {
  const input = Object.assign(document.createElement("input"), { type: "file", multiple: true, accept: FILES });
  input.addEventListener("change", () => then([...input.files]));
  input.click();
}

root.addEventListener("click", (e) => {
  if (e.target.closest("[data-pick]")) pick();
});
root.addEventListener("dragover", (e) => {
  if (e.dataTransfer.types.includes("Files")) e.preventDefault();
});
root.addEventListener("drop", (e) => {
  if (!e.dataTransfer.files.length) return;
  e.preventDefault();
  addFiles([...e.dataTransfer.files]);
});

$("spine").addEventListener("click", (e) => {
  const act = e.target.dataset?.act;
  const head = e.target.closest(".spine-doc");
  if (!act || !head) return;
  const document = Number(head.dataset.document);
  const at = draft.data.documents.findIndex((d) => d.id === document);
  if (act === "up") draft.edit({ op: "order", document, pos: at - 1 }).catch(() => {});
  if (act === "down") draft.edit({ op: "order", document, pos: at + 1 }).catch(() => {});
  if (act === "rides") draft.edit({ op: "rides", document, rides: !draft.data.documents[at].rides }).catch(() => {});
  if (act === "stencil") keepStencil(draft, found, draft.data.documents[at], view.say);
  if (act === "swap") pick((files) => replace(document, files[0]));
  if (act === "out") {
    const lost = [...draft.fields.values()].filter((f) => f.document === document).length;
    if (!lost || confirm(`Take it out? The ${lost} places on it go with it. The document stays in the deal.`))
      draft.edit({ op: "undocument", document }).catch(() => {});
  }
  if (act === "rename") renameInPlace(e.target, (name) => draft.edit({ op: "name", document, name }).catch(() => {}));
});

// Words and sending

$("title").addEventListener("change", (e) => draft.edit({ op: "title", name: e.target.value }).catch(() => {}));
$("title").addEventListener("keydown", (e) => e.key === "Enter" && e.target.blur());
$("undo").addEventListener("click", () => draft.undo());
$("redo").addEventListener("click", () => draft.redo());
$("keys").addEventListener("click", () => $("keys-help").showModal());
document.addEventListener("keydown", (e) => {
  if (e.key === "?" && !e.target.closest("input, textarea, dialog")) $("keys-help").showModal();
});

/** Shows the packet as the person in hand will see it. */
async function see() {
  const s = draft.signer(hand.signer());
  if (!s) {
    view.say("Add somebody who signs first.");
    return;
  }
  try {
    await draft.settle();
    location.assign(`/packets/${draft.id}/preview/${s.id}`);
  } catch (err) {
    view.say(err.message);
  }
}
$("see").addEventListener("click", see);
document.addEventListener("keydown", (e) => {
  if (e.key === "v" && !e.ctrlKey && !e.metaKey && !e.target.closest("input, textarea, select, dialog")) see();
});

async function openSend() {
  try {
    await draft.settle();
    const r = await fetch(`/packets/${draft.id}/send`, { headers: { Accept: "text/plain" } });
    if (!r.ok) throw new Error(await r.text());
    const dialog = $("send-dialog");
    dialog.innerHTML = await r.text();
    wire(dialog);
    dialog.showModal();
  } catch (err) {
    view.say(err.message);
  }
}

/** The letter's words and date are saved as they are written, so that they survive closing the dialog. */
function wire(dialog) {
  const form = dialog.querySelector("form[data-send]");
  const value = (name) => form.elements[name].value;
  const saved = (p) => p.then((d) => (form.elements.rev.value = d.rev)).catch(() => openSend());
  for (const name of ["subject", "message"])
    form.elements[name].addEventListener("change", () =>
      saved(draft.edit({ op: "letter", subject: value("subject"), message: value("message") })).then(judge),
    );
  const really = form.querySelector("[data-really]");
  /** What keeps the packet from being sent is said here too: words with open blanks are mended in this dialog. */
  const judge = () => {
    const open = draft.data.findings.filter((f) => !f.warn);
    really.disabled = open.length > 0;
    form.querySelector("[data-trouble]").textContent = open
      .slice(0, 3)
      .map((f) => `${f.where} ${f.text}.`)
      .join(" ");
  };
  judge();
  words(form, saved, judge);
  dialog.querySelector("[data-close]").addEventListener("click", () => dialog.close());
  form.elements.due.addEventListener("change", () => saved(draft.edit({ op: "due", due: value("due") })).then(judge));
  form.addEventListener("submit", async (e) => {
    e.preventDefault();
    const button = really;
    if (button.disabled) return;
    button.disabled = true;
    try {
      await draft.settle();
      form.elements.rev.value = draft.data.rev;
      const r = await fetch(form.action, {
        method: "POST",
        body: new URLSearchParams(new FormData(form)),
        headers: { Accept: "text/plain" },
      });
      if (!r.ok) throw new Error((await r.text()).trim());
      location.assign(`/packets/${draft.id}`);
    } catch (err) {
      button.disabled = false;
      form.querySelector("[data-trouble]").textContent = err.message;
    }
  });
}

/** Texts the office keeps, blanks to be filled in, notes to one person. */
function words(form, saved, judge) {
  const message = form.elements.message;
  const store = () => message.dispatchEvent(new Event("change"));
  form.querySelector("[data-kept]")?.addEventListener("change", (e) => {
    const { subject, message: text } = e.target.selectedOptions[0].dataset;
    if (text === undefined) return;
    form.elements.subject.value = subject;
    message.value = text;
    store();
  });
  for (const b of form.querySelectorAll("[data-blank]"))
    b.addEventListener("click", () => {
      message.setRangeText(b.dataset.blank, message.selectionStart, message.selectionEnd, "end");
      message.focus();
      store();
    });
  for (const note of form.querySelectorAll("[data-note]"))
    note.addEventListener("change", () =>
      saved(draft.edit({ op: "note", signer: Number(note.dataset.note), message: note.value })).then(judge),
    );
  form.querySelector("[data-keep]").addEventListener("click", async () => {
    const body = new URLSearchParams({
      name: form.querySelector("[data-keep-name]").value,
      subject: form.elements.subject.value,
      message: message.value,
    });
    const r = await fetch("/office/texts", { method: "POST", body, headers: { Accept: "text/plain" } });
    form.querySelector("[data-kept-said]").textContent = r.ok ? "Kept." : await r.text();
  });
}
$("send").addEventListener("click", openSend);

// Other windows, other people: take over what they did, unless something is unsaved here.
live(async (id) => {
  const unsaved = () => !draft.data || draft.pending || hand.held;
  if ((id && id !== draft.id) || unsaved()) return;
  const known = draft.adopted;
  const r = await fetch(`/packets/${draft.id}/sheet`, { headers: { Accept: "application/json" } }).catch(() => null);
  if (!r || !r.ok) return;
  const sheet = await r.json();
  if (unsaved() || draft.adopted !== known) return; // what was fetched is older than what an edit was answered with
  if (sheet.state !== "draft") location.reload();
  if (JSON.stringify(sheet) !== JSON.stringify(draft.data)) draft.adopt(sheet);
});
window.addEventListener("beforeunload", (e) => {
  if (draft.pending) {
    draft.flush();
    e.preventDefault();
  }
});

draft.load().then(
  () => {
    render();
    if (draft.data.notice) draft.tell({ notice: draft.data.notice });
  },
  (err) => view.say(err.message),
);
