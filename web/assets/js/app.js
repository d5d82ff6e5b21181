// What every member's page needs: htmx, Alpine (its build without eval), live updates, keys, uploads.
import "htmx.org";
import Alpine from "@alpinejs/csp";
import { live } from "./live.js";
import { upload } from "./upload.js";

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
});

document.addEventListener("keydown", (e) => {
  if (e.ctrlKey || e.metaKey || e.altKey || e.target.closest("input, textarea, select, dialog[open]")) return;
  const target = document.querySelector(`[data-key="${CSS.escape(e.key.toLowerCase())}"]`);
  if (target) {
    e.preventDefault();
    target.click();
  }
});

for (const box of document.querySelectorAll("[data-files]")) {
  const list = box.querySelector("[data-progress]");
  const take = async (files) => {
    const done = await upload(box.dataset.files, files, list);
    if (done.length && done.length === files.length) location.reload();
    else if (done.length) list.append(line("The others are in. Reload to see them."));
  };
  const picker = Object.assign(document.createElement("input"), {
    type: "file",
    multiple: true,
    accept: "application/pdf,.pdf,image/jpeg,image/png,image/tiff",
  });
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
