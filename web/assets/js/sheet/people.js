// The people column: who signs, in which turn, where they can be reached; and what is chosen.
import { el } from "../dom.js";
import { arrange, dragPeople, moved, orders } from "./order.js";
import { drawTrack } from "./track.js";

export class People {
  constructor(draft, view, hand) {
    Object.assign(this, { draft, view, hand });
    this.list = document.getElementById("people");
    const order = document.getElementById("order");
    order.append(...orders.map((o, i) => el("option", { value: i }, o.words)), el("optgroup", { label: "Circles", hidden: "" }));
    order.addEventListener("change", () => {
      const { value } = order;
      order.value = "";
      if (value.startsWith("circle-")) this.edit({ op: "circle", circle: Number(value.slice(7)) });
      else if (orders[value]) arrange(draft, orders[value]).catch(() => {});
    });
    this.order = order;
    for (const what of ["circle", "recipe"]) {
      const keep = document.querySelector(`#keep-${what} form`);
      keep.addEventListener("submit", (e) => {
        e.preventDefault();
        this.keep(what, keep).catch((err) => (keep.nextElementSibling.textContent = err.message));
      });
    }
    new ResizeObserver(() => drawTrack(this.list)).observe(this.list);
    dragPeople(this.list, (id, target, where) => this.edit({ op: "turns", edits: moved(draft.data.signers, id, target, where) }));
  }

  /** Keeps the people of this packet as a circle of the office, or all of it as a recipe. */
  async keep(what, form) {
    await this.draft.settle();
    const body = new URLSearchParams(new FormData(form));
    const r = await fetch(`/packets/${this.draft.id}/${what}`, { method: "POST", body, headers: { Accept: "text/plain" } });
    const text = (await r.text()).trim();
    if (!r.ok) throw new Error(text);
    form.nextElementSibling.textContent = text || "Kept: it is among the usual orders.";
    if (what === "circle") await this.draft.load();
  }

  render() {
    const circles = this.order.querySelector("optgroup");
    circles.hidden = !this.draft.data.circles.length;
    circles.replaceChildren(
      ...this.draft.data.circles.map((c) => el("option", { value: `circle-${c.id}`, title: c.words }, `${c.name}: ${c.words}`)),
    );
    if (this.list.contains(document.activeElement) && document.activeElement.matches("input")) return;
    const signers = this.draft.data.signers;
    const count = new Map();
    for (const f of this.draft.fields.values()) count.set(f.signer, (count.get(f.signer) || 0) + 1);
    const rows = [];
    signers.forEach((s, i) => {
      if (i > 0 && s.turn !== signers[i - 1].turn) {
        const before = signers.filter((o) => o.turn === signers[i - 1].turn).length;
        rows.push(
          el(
            "li",
            { class: "then small quiet" },
            before === 1 ? "then, when that is done" : before === 2 ? "then, when both are done" : "then, when all are done",
          ),
        );
      }
      rows.push(this.person(s, i, count.get(s.id) || 0, signers));
    });
    const { parties } = this.draft.data;
    const add = el("div", { class: "mt-3" });
    if (parties.length) {
      add.append(el("p", { class: "small quiet" }, "Add to the signers"));
      const last = signers.length ? Math.max(...signers.map((s) => s.turn)) : 1;
      for (const p of parties) {
        // Clients sign together first; the agent after them. One gesture changes it.
        const turn = p.id === 0 && signers.length ? last + 1 : 1;
        add.append(
          el(
            "button",
            { class: "add-person", "data-party": p.id, onclick: () => this.edit({ op: "signer", party: p.id, turn }) },
            el("span", { class: "code bare" }, p.code),
            el("span", {}, p.id === 0 ? `${p.name} (you)` : p.name),
          ),
        );
      }
    } else if (!signers.length) add.append(el("p", { class: "small quiet" }, "The deal has no parties yet."));
    add.append(this.copies());
    const focus = this.list.contains(document.activeElement) ? document.activeElement.getAttribute("aria-label") : null;
    this.list.replaceChildren(el("ol", {}, ...rows), add);
    drawTrack(this.list);
    if (focus) this.list.querySelector(`[aria-label="${CSS.escape(focus)}"]`)?.focus();
  }

  /** Who only gets copies: the documents when they are sent, or the executed copy. */
  copies() {
    const { copies, everybody } = this.draft.data;
    const rows = copies.map((c) =>
      el(
        "li",
        { class: "flex items-baseline gap-2 py-1" },
        el(
          "span",
          { class: "min-w-0 flex-1 break-words" },
          c.name,
          el("br"),
          el("span", { class: "small quiet" }, `${c.email} · ${c.early ? "when it is sent" : "when it is executed"}`),
        ),
        el(
          "button",
          { class: "plain small", "aria-label": `No copy for ${c.name}`, onclick: () => this.edit({ op: "uncopy", copy: c.id }) },
          "take out",
        ),
      ),
    );
    const whom = el("input", {
      class: "input small",
      placeholder: "Name or address",
      "aria-label": "Who gets a copy",
      list: "copy-people",
      autocomplete: "off",
    });
    const known = el(
      "datalist",
      { id: "copy-people" },
      ...everybody.filter((p) => p.email).map((p) => el("option", { value: p.name }, p.email)),
    );
    const when = el(
      "select",
      { class: "input small", "aria-label": "When" },
      el("option", { value: "late" }, "when executed"),
      el("option", { value: "early" }, "when sent"),
    );
    const put = () => {
      const text = whom.value.trim();
      if (!text) return;
      const party = everybody.find((p) => p.name === text);
      whom.blur();
      this.edit(
        party
          ? { op: "copy", party: party.id, early: when.value === "early" }
          : { op: "copy", email: text, name: "", early: when.value === "early" },
      );
    };
    whom.addEventListener("keydown", (e) => e.key === "Enter" && put());
    return el(
      "div",
      { class: "mt-4" },
      el("p", { class: "small quiet" }, "Copies only"),
      el("ul", {}, ...rows),
      el(
        "div",
        { class: "mt-1 grid grid-cols-[1fr_auto] gap-1" },
        el("span", { class: "col-span-2" }, whom),
        known,
        when,
        el("button", { class: "button px-2!", "aria-label": "Add to the copies", onclick: put }, "+"),
      ),
    );
  }

  edit(edit) {
    this.draft.edit(edit).catch(() => {});
  }

  person(s, i, places, signers) {
    const active = this.view.signer ? this.view.signer === s.id : i === 0;
    const trouble = this.draft.data.findings.find((f) => f.fix === "email" && f.signer === s.id);
    const shared = signers.find((o) => o.id !== s.id && o.email && o.email.toLowerCase() === s.email.toLowerCase());
    const name = el(
      "button",
      {
        class: "person-name",
        "data-signer": s.id,
        "aria-pressed": active,
        onclick: () => this.hand.assign(i),
        title: "Place for this person",
      },
      s.you ? `${s.name} (you)` : s.name,
    );
    const leader = signers.find((o) => o.id === s.follows);
    const line = el(
      "p",
      { class: "small quiet break-words" },
      `${leader ? `wherever ${leader.code} signs · ` : ""}${shared ? `same address as ${shared.name.split(" ")[0]}` : s.email || ""}${s.email ? " · " : ""}${places}\u00a0${places === 1 ? "place" : "places"}`,
    );
    const body = el("div", { class: "min-w-0 flex-1" }, name, s.for ? el("p", { class: "small break-words" }, s.for) : null, line);
    if (trouble) {
      const input = el("input", {
        class: "input small",
        type: "email",
        value: s.email,
        "aria-label": `E-mail of ${s.name}`,
        placeholder: "E-mail address",
      });
      input.addEventListener("keydown", (e) => e.key === "Enter" && input.blur());
      input.addEventListener("change", () => {
        const email = input.value.trim();
        input.blur();
        if (email) this.edit({ op: "email", signer: s.id, email });
      });
      const instead =
        s.meant && el("button", { class: "plain small", onclick: () => this.edit({ op: "email", signer: s.id, email: s.meant }) }, s.meant);
      body.append(el("p", { class: `small ${trouble.warn ? "" : "cinnabar"}` }, trouble.text), instead || "", input);
    }
    if (active) body.append(this.instead(s));
    // The third and fourth of a role have no lines on forms: they sign wherever another of the role does.
    const role = (o) => o.seat.replace(/ \d+$/, "");
    const before = signers.filter((o) => o.id !== s.id && role(o) === role(s) && !o.follows);
    if (active && before.length && (s.follows || /[3-9]$/.test(s.code))) {
      const pick = el(
        "select",
        {
          class: "input small mt-1",
          "aria-label": `${s.name} signs wherever`,
          onchange: (e) => this.edit({ op: "follow", signer: s.id, party: Number(e.target.value) }),
        },
        el("option", { value: 0 }, "signs on places of their own"),
        ...before.map((o) => el("option", { value: o.id, selected: o.id === s.follows }, `signs wherever ${o.seat} signs`)),
      );
      body.append(pick);
      if (s.follows)
        body.append(
          el(
            "button",
            { class: "plain small mt-1", onclick: () => this.view.found.fit(s.id) },
            `find room beside ${before.find((o) => o.id === s.follows)?.code ?? "them"}`,
          ),
        );
    }
    const first = s.turn === 1 && signers.filter((o) => o.turn === 1).length === 1;
    const alone = signers.filter((o) => o.turn === s.turn).length === 1;
    const tools = el(
      "span",
      { class: "person-tools" },
      // Half steps make a turn of one's own between two others; the server numbers them anew.
      el(
        "button",
        { title: "Sign earlier", "aria-label": `Sign earlier: ${s.name}`, disabled: first, onclick: () => this.move(s, -1, alone) },
        "↑",
      ),
      el(
        "button",
        {
          title: "Sign later",
          "aria-label": `Sign later: ${s.name}`,
          disabled: alone && s.turn === Math.max(...signers.map((o) => o.turn)),
          onclick: () => this.move(s, 1, alone),
        },
        "↓",
      ),
      el(
        "button",
        { title: "Take out", "aria-label": `Take out: ${s.name}`, onclick: () => this.edit({ op: "unsigner", signer: s.id }) },
        "×",
      ),
    );
    return el(
      "li",
      { class: `person ink-${s.ink} ${active ? "active" : ""}`, draggable: "true", "data-person": s.id, "data-turn": s.turn },
      el("span", { class: "code" }, s.code),
      body,
      tools,
    );
  }

  /** Lets a signer sign once more in a last turn, or another in their place; turn and places stay then. */
  instead(s) {
    const { parties: others, signers } = this.draft.data;
    const again = { op: "signer", party: s.party, turn: Math.max(...signers.map((o) => o.turn)) + 1 };
    return el(
      "select",
      {
        class: "input small mt-1",
        "aria-label": `Who signs instead of ${s.name}`,
        onchange: (e) =>
          e.target.value && this.edit(e.target.value === "again" ? again : { op: "replace", signer: s.id, party: Number(e.target.value) }),
      },
      el("option", { value: "" }, others.length ? "again, or another…" : "again…"),
      s.party || s.you ? el("option", { value: "again" }, "signs once more, in a last turn") : null,
      ...others.map((o) => el("option", { value: o.id }, `${o.code} ${o.name}${o.id === 0 ? " (you)" : ""}`)),
    );
  }

  /** Moves a signer one step: from company into a turn of their own, from alone into the next turn. */
  move(s, step, alone) {
    const { signers } = this.draft.data;
    const edits = [];
    if (alone) edits.push({ op: "turn", signer: s.id, turn: s.turn + step });
    else {
      for (const o of signers) {
        const after = step > 0 ? o.turn > s.turn : o.turn >= s.turn;
        if (o.id !== s.id && after) edits.push({ op: "turn", signer: o.id, turn: o.turn + 1 });
      }
      edits.push({ op: "turn", signer: s.id, turn: step > 0 ? s.turn + 1 : s.turn });
    }
    this.edit({ op: "turns", edits });
  }
}
