// What every member's page needs: htmx, Alpine (its build without eval), live updates, keys, uploads.
import "htmx.org";
import Alpine from "@alpinejs/csp";
import { live } from "./live.js";
import { FILES, upload } from "./upload.js";

Alpine.data("disclosure", () => ({
  open: false,
  get closed() {
    return !this.open;
  },
  toggle() {
    this.open = !this.open;
  },
}));
window.Alpine = Alpine;
Alpine.start();

// Pages fetch what they show when a packet of theirs moved; several moves within a moment cause one
// fetch, and nothing is replaced under somebody who is typing.
const shown = document.querySelector("[data-live]");
if (shown) {
  const mine = Number(shown.dataset.live);
  let timer = 0;
  const busy = () => shown.contains(document.activeElement) && document.activeElement.matches("input, textarea, select");
  const tell = () => {
    if (busy()) {
      timer = setTimeout(tell, 1500);
      return;
    }
    timer = 0;
    document.body.dispatchEvent(new CustomEvent(mine ? "packet-moved" : "packets-moved"));
  };
  live((id) => {
    if ((mine && id && id !== mine) || timer) return;
    timer = setTimeout(tell, 150);
  });
}

document.addEventListener("click", (e) => {
  const opener = e.target.closest("[data-opens]");
  if (opener) document.getElementById(opener.dataset.opens).showModal();
  if (e.target.closest("[data-closes]")) e.target.closest("dialog").close();
  const copy = e.target.closest("[data-copy]");
  if (copy) copyText(copy, document.getElementById(copy.dataset.copy));
});

async function copyText(button, from) {
  try {
    await navigator.clipboard.writeText(from.textContent);
    button.textContent = "copied";
  } catch {
    getSelection().selectAllChildren(from); // not allowed here: it is chosen, to be copied by hand
  }
}

// A list that narrows as one types: every word must be somewhere in an item's words.
document.addEventListener("input", (e) => {
  const field = e.target.closest("[data-filter]");
  if (!field) return;
  const list = document.querySelector(field.dataset.filter);
  const asked = field.value.toLowerCase().split(/\s+/).filter(Boolean);
  let any = false;
  for (const group of list.querySelectorAll("[data-group]")) {
    let some = false;
    for (const item of group.querySelectorAll("[data-words]")) {
      const words = item.dataset.words.toLowerCase();
      item.hidden = !asked.every((w) => words.includes(w));
      some ||= !item.hidden;
    }
    group.hidden = !some;
    any ||= some;
  }
  for (const d of list.querySelectorAll("details")) if (asked.length) d.open = true;
  list.querySelector("[data-none]").hidden = any || !asked.length;
});

// A button that says how many things are ticked in its form.
document.addEventListener("change", (e) => {
  const form = e.target.closest("[data-counts]");
  if (!form) return;
  const n = form.querySelectorAll("input[type=checkbox]:checked:enabled").length;
  const button = form.querySelector("[data-count]");
  button.disabled = n === 0;
  button.textContent = button.dataset.count.replace("{n}", n === 1 ? "1 form" : `${n} forms`);
});

document.addEventListener("keydown", (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || e.target.closest("input, textarea, select, dialog[open]")) return;
  const target = document.querySelector(`[data-key="${CSS.escape(e.key.toLowerCase())}"]`);
  if (target) {
    e.preventDefault();
    if (target.matches("input")) target.focus();
    else target.click();
  }
});

// Somebody picked from the address book brings their address and number along, where none is typed yet.
document.addEventListener("change", (e) => {
  const input = e.target.closest("input[list]");
  const picked = input && [...input.list.options].find((o) => o.value === input.value);
  if (!picked || !picked.dataset.email) return;
  const { email, phone } = input.form.elements;
  if (email && !email.value) email.value = picked.dataset.email;
  if (phone && !phone.value) phone.value = picked.dataset.phone;
});
document.addEventListener("click", (e) => {
  const meant = e.target.closest("[data-meant-address]");
  if (!meant) return;
  (meant.closest("fieldset") || meant.closest("form")).querySelector("input[name=email], input[name=proxy_email]").value =
    meant.textContent;
  meant.parentElement.replaceChildren();
});

// A party's form shows what its kind needs; a kind that can't sign by itself opens who signs for it.
function partyKind(form) {
  const kind = form.elements.kind.value;
  for (const part of form.querySelectorAll("[data-for]")) part.hidden = !part.dataset.for.split(" ").includes(kind);
  const couple = kind === "couple";
  if (form.elements.second) form.elements.second.required = couple;
  form.querySelector("[data-proxies]").hidden = couple;
  if (kind !== "individual" && !couple) form.querySelector("[data-proxies]").open = true;
  for (const select of form.querySelectorAll("select[name=proxy_capacity]")) {
    for (const group of select.querySelectorAll("optgroup")) group.disabled = group.hidden = group.dataset.kind !== kind;
    const [right] = select.querySelectorAll("optgroup:not([disabled]) option");
    if (right && select.selectedOptions[0]?.parentElement.dataset.kind !== kind) right.selected = true;
  }
  const wording = form.elements.wording;
  const block = ["company", "trust", "estate"].includes(kind);
  for (const o of wording.options) o.disabled = o.hidden = o.value === (block ? "by" : "block");
  if (wording.selectedOptions[0]?.disabled) wording.value = "";
}
for (const form of document.querySelectorAll("[data-party]")) {
  partyKind(form);
  form.elements.kind.addEventListener("change", () => partyKind(form));
}

for (const box of document.querySelectorAll("[data-files]")) {
  const list = box.querySelector("[data-progress]");
  const take = async (files) => {
    const url = new URL(box.dataset.files, location.href);
    for (const field of document.querySelectorAll(`[data-with="${box.dataset.fields}"]`))
      if (field.type !== "radio" || field.checked) url.searchParams.set(field.name, field.value);
    list.replaceChildren();
    const done = await upload(url, files, list);
    if (!list.querySelector("[role=alert]")) location.reload();
    else if (done.length) list.append(line("The others are in. Reload to see them."));
  };
  const picker = Object.assign(document.createElement("input"), { type: "file", multiple: true, accept: FILES });
  picker.addEventListener("change", () => take([...picker.files]));
  box.querySelector("[data-pick]").addEventListener("click", () => picker.click());
  box.addEventListener("dragover", (e) => {
    e.preventDefault();
    box.classList.add("over");
  });
  box.addEventListener("dragleave", () => box.classList.remove("over"));
  box.addEventListener("drop", (e) => {
    e.preventDefault();
    box.classList.remove("over");
    take([...e.dataTransfer.files]);
  });
}

function line(text) {
  const li = document.createElement("li");
  li.textContent = text;
  return li;
}
