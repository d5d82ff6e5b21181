// What every member's page needs: htmx, Alpine (its build without eval), live updates, keys, uploads.
import "htmx.org";
import Alpine from "@alpinejs/csp";
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

// Live: the server says which packet moved; pages fetch what they show. Several moves within a
// moment cause one fetch. EventSource connects again by itself.
const live = document.querySelector("[data-live]");
if (live) {
  const mine = live.dataset.live;
  let timer = 0;
  const source = new EventSource("/live");
  const busy = () => live.contains(document.activeElement) && document.activeElement.matches("input, textarea, select");
  const tell = () => {
    if (busy()) {
      timer = setTimeout(tell, 1500);
      return;
    }
    timer = 0;
    document.body.dispatchEvent(new CustomEvent(mine ? "packet-moved" : "packets-moved"));
  };
  source.addEventListener("moved", (e) => {
    if (mine && e.data !== mine) return;
    if (!timer) timer = setTimeout(tell, 150);
  });
  let dropped = false;
  source.addEventListener("error", () => (dropped = true));
  source.addEventListener("open", () => {
    if (dropped && !timer) timer = setTimeout(tell, 50);
    dropped = false;
  });
  window.addEventListener("pagehide", () => source.close());
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
  const picker = Object.assign(document.createElement("input"), { type: "file", multiple: true, accept: "application/pdf,.pdf" });
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
