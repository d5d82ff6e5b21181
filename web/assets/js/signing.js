// What a signer's page does: pages with their places, from place to place, ink, finishing.
import { svg, rule } from "./ink.js";
import { inkMaker } from "./signing/maker.js";
import { fillsItself, isChoice, isFilled, isOpen, sidesOf, stepsOf } from "./signing/steps.js";

const $ = (id) => document.getElementById(id);
document.addEventListener("click", (e) => {
  const opener = e.target.closest("[data-opens]");
  if (opener) $(opener.dataset.opens).showModal();
  if (e.target.closest("[data-closes]")) e.target.closest("dialog").close();
});

// The executed copy is sealed within moments of the last signature.
if (document.querySelector("[data-again]")) setTimeout(() => location.reload(), 1500);

if ($("data")) start(JSON.parse($("data").textContent));

function start(first) {
  let data = first;
  const base = `/sign/${document.body.dataset.token}`;
  const titles = {
    signature: "signature",
    initials: "initials",
    date: "signing date",
    name: "printed name",
    email: "e-mail address",
    text: "text",
    tick: "tick",
  };
  const rules = { one: "exactly one", most: "at most one", least: "at least one" };
  const box = $("pages");
  let at = -1;
  let everything = false;

  const pageNo = new Map();
  let count = 0;
  for (const d of data.documents) d.pages.forEach((_, n) => pageNo.set(`${d.id}/${n}`, ++count));
  const steps = () => stepsOf(data.places);
  const stepWith = (p) => steps().findIndex((s) => s.some((q) => q.id === p.id));

  async function ask(path, body) {
    let r;
    try {
      r = await fetch(base + path, {
        method: "POST",
        headers: { "Content-Type": "application/json", Accept: "application/json" },
        body: JSON.stringify(body),
      });
    } catch {
      throw new Error("The connection was lost. What you did before is kept; please try again.");
    }
    if (r.status === 409) throw Object.assign(new Error("differs"), { answers: (await r.json()).Answers });
    if (!r.ok) throw new Error((await r.text()).trim());
    return r.json();
  }

  // Pages

  const near = new IntersectionObserver(
    (es) =>
      es.forEach((e) => {
        if (!e.isIntersecting) return;
        const img = e.target.querySelector("img");
        if (!img.src) img.src = `${img.dataset.src}${e.target.clientWidth * devicePixelRatio > 900 ? 1240 : 820}.png`;
        near.unobserve(e.target);
      }),
    { root: box, rootMargin: "1200px 300px" },
  );
  const leaves = new Map();
  for (const d of data.documents) {
    const name = document.createElement("p");
    name.className = "doc-name";
    name.textContent = d.name;
    box.append(name);
    d.pages.forEach((p, n) => {
      const el = document.createElement("div");
      el.className = "sheetlet";
      el.dataset.width = p.width;
      el.style.aspectRatio = `${p.width} / ${p.height}`;
      const img = document.createElement("img");
      img.alt = `${d.name}, page ${n + 1}`;
      img.dataset.src = p.image;
      img.decoding = "async";
      const layer = svg("svg", {
        viewBox: `0 0 ${p.width} ${p.height}`,
        class: "layer",
        role: "group",
        "aria-label": `Places on page ${pageNo.get(`${d.id}/${n}`)}`,
      });
      el.append(img, layer);
      box.append(el);
      leaves.set(`${d.id}/${n}`, { el, layer, page: p });
      near.observe(el);
    });
  }

  /** On a phone a page is wider than the screen, so that ten-point print can be read; one pans, as on paper. */
  function fit() {
    const room = box.clientWidth - 28;
    for (const { el, page } of leaves.values()) {
      const readable = everything ? room : Math.max(room, page.width * 1.08);
      el.style.width = `${Math.min(readable, Math.max(room, page.width * 1.08), page.width * 1.4)}px`;
    }
    for (const n of box.querySelectorAll(".doc-name")) n.style.width = n.nextElementSibling.style.width;
  }
  new ResizeObserver(fit).observe(box);

  function draw() {
    for (const [key, leaf] of leaves)
      leaf.layer.replaceChildren(...data.places.filter((p) => `${p.document}/${p.page}` === key).map(place));
    const list = steps();
    $("segments").replaceChildren(
      ...list.map((s, i) => Object.assign(document.createElement("i"), { className: i === at ? "now" : isFilled(s) ? "full" : "" })),
    );
    $("back").disabled = at < 1;
    $("read").textContent = everything ? "Back to reading size" : "Read all pages";
    const onAct = document.activeElement === $("act");
    const held = onAct || $("sides").contains(document.activeElement);
    $("sides").replaceChildren();
    $("act").hidden = false;
    const left = list.filter(isOpen);
    if (!list[at]) {
      $("where").textContent = list.length ? `${list.length} ${list.length === 1 ? "place" : "places"} for you` : "Nothing to fill";
      $("what").textContent = `${count} ${count === 1 ? "page" : "pages"} to read`;
      $("act").textContent = left.length ? (list.some(isFilled) ? "Go on" : "Start") : "Finish…";
      return;
    }
    $("where").textContent = `Place ${at + 1} of ${list.length}`;
    if (isChoice(list[at])) choose(list[at]);
    else say(list[at][0]);
    const last = data.preview ? at === list.length - 1 : !left.length;
    const on = data.preview ? (last ? "First place" : "Next place") : last ? "Finish…" : "Next place";
    const { kind } = list[at][0];
    const doing = { signature: "Place my signature", initials: "Place my initials", text: "Write…", tick: "Tick" }[kind];
    $("act").textContent = data.preview || isFilled(list[at]) || isChoice(list[at]) ? on : doing;
    $("act").hidden = isChoice(list[at]) && isOpen(list[at]) && !data.preview;
    // Who works by keyboard stays where the next thing is done; at a choice before its sides, not on one of them.
    if (held && !(onAct && !$("act").hidden)) (isChoice(list[at]) ? $("sides") : $("act")).focus({ preventScroll: true });
  }

  const onPage = (p) => `page ${pageNo.get(`${p.document}/${p.page}`)} of ${count}`;

  function say(p) {
    $("what").textContent = `${p.label || titles[p.kind]}${p.required ? "" : ", may stay empty"}, ${onPage(p)}`;
  }

  /** At a choice nothing is offered before the other: a button for each side. */
  function choose(step) {
    const [first] = step;
    const sides = sidesOf(step);
    const taken = sides.filter((s) => s.taken).map((s) => `“${s.side}”`);
    const clash = step.find((p) => p.clash)?.clash;
    $("what").textContent =
      `${first.label ? `${first.label}: ` : ""}${clash ? `${clash}. ` : ""}${taken.length ? `you chose ${taken.join(" and ")}` : `choose ${rules[first.rule]}`}, ${onPage(first)}`;
    $("sides").setAttribute("aria-label", $("what").textContent);
    $("sides").replaceChildren(
      ...sides.map(({ side, places, taken: on }) => {
        const b = Object.assign(document.createElement("button"), {
          className: "button side",
          textContent: side.slice(0, 1).toUpperCase() + side.slice(1),
        });
        b.setAttribute("aria-pressed", on);
        b.disabled = data.preview;
        b.addEventListener("click", () => pick(places, on && first.rule !== "one"));
        return b;
      }),
    );
  }

  function place(p) {
    const auto = fillsItself(p);
    const now = p.mine && steps()[at]?.some((q) => q.id === p.id);
    const g = svg("g", {
      class: `place ${p.filled ? "filled" : ""} ${now ? "now" : ""} ${p.mine && !auto ? "" : "still"} ${p.freed ? "freed" : ""}`,
      transform: `translate(${p.x} ${p.y})`,
      "data-id": p.id,
    });
    if (p.mine) {
      g.append(
        svg("rect", { class: `wash ${(p.required && !p.freed) || p.filled ? "" : "optional"}`, width: p.w, height: p.h }),
        rule(data.ink, 0, p.h, p.w),
      );
      g.append(svg("rect", { class: "frame", x: -4, y: -4, width: p.w + 8, height: p.h + 9 }));
    }
    if (p.fill) g.append(svg("path", { class: "mark-fill", d: p.fill }));
    if (p.stroke) g.append(svg("path", { class: "mark-stroke", d: p.stroke, "stroke-width": p.width }));
    if (!p.filled && p.mine) {
      const word = {
        signature: "your signature",
        initials: "initials",
        date: "date fills itself",
        name: "name fills itself",
        email: "address fills itself",
        text: p.label || "write here",
        tick: "",
      }[p.kind];
      const size = Math.min(10, p.h * 0.6, (p.w - 6) / (word.length * 0.52 || 1));
      if (size > 3) g.append(svg("text", { x: 4, y: p.h - (p.h - size) / 2 - size * 0.1, "font-size": size }, word));
    }
    if (p.mine && !auto) {
      g.setAttribute("role", "button");
      g.setAttribute("tabindex", "0");
      g.setAttribute(
        "aria-label",
        `${p.label || titles[p.kind]}${p.group ? `: ${p.side}` : ""}, page ${pageNo.get(`${p.document}/${p.page}`)}, ${p.filled ? `filled${p.text && p.kind === "text" ? ` with ${p.text}` : ""}` : p.freed ? "not chosen; choosing it changes your answer" : p.group ? `a choice: ${rules[p.rule]}` : p.required ? "must be filled" : "may stay empty"}`,
      );
      const go = () => {
        if (p.freed) return pick([p], false);
        at = stepWith(p);
        draw();
        return act(p);
      };
      g.addEventListener("click", go);
      g.addEventListener("keydown", (e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          go();
        }
      });
    }
    return g;
  }

  function show(i) {
    at = i;
    draw();
    const step = steps()[at];
    if (!step) return;
    const p = step.find((q) => q.filled) || step[0];
    const { el, page } = leaves.get(`${p.document}/${p.page}`);
    const z = el.clientWidth / page.width;
    const calm = matchMedia("(prefers-reduced-motion: reduce)").matches;
    box.scrollTo({
      top: el.offsetTop - box.offsetTop + p.y * z - box.clientHeight * 0.45,
      // The left edge of the line in view, with what is printed before it.
      left: Math.max(0, el.offsetLeft + (p.x + p.w / 2) * z - box.clientWidth / 2),
      behavior: calm ? "auto" : "smooth",
    });
  }

  function next() {
    const list = steps();
    const after = list.findIndex((s, i) => i > at && !isFilled(s));
    const any = list.findIndex(isOpen);
    if (after >= 0) show(after);
    else if (any >= 0) show(any);
    else finish();
  }

  /** Takes a side of a choice, another than before perhaps, or gives it back. */
  async function pick(places, back) {
    const p = places.find((q) => (back ? q.filled : q.kind !== "text")) || places[0];
    if (working || data.preview) return;
    if (p.kind === "signature" && !data.hasSignature) return makeInk("signature", p);
    if (p.kind === "initials" && !data.hasInitials) return makeInk("initials", p);
    if (p.kind === "text") return write(p);
    working = true;
    try {
      await fill(p, back ? "" : "x");
    } catch (err) {
      $("what").textContent = err.message;
    } finally {
      working = false;
    }
  }

  let working = false;

  /** Does what the step asks for; given a place, what a press on that place means. */
  async function act(pressed) {
    const list = steps();
    const step = list[at];
    if (working) return;
    if (!step) return next();
    if (data.preview) return show(at < list.length - 1 ? at + 1 : 0);
    if (!pressed && (isFilled(step) || isChoice(step))) return next();
    const p = pressed || step[0];
    try {
      working = true;
      if (p.kind === "signature" && (!data.hasSignature || (pressed && p.filled && !p.group))) return makeInk("signature", p);
      if (p.kind === "initials" && (!data.hasInitials || (pressed && p.filled && !p.group))) return makeInk("initials", p);
      if (p.kind === "text") return write(p);
      await fill(p, (p.kind === "tick" || p.group) && p.filled ? "" : "x");
    } catch (err) {
      $("what").textContent = err.message;
    } finally {
      working = false;
    }
    return undefined;
  }

  async function fill(p, content) {
    data = await ask("/fill", { field: p.id, content });
    at = stepWith(p);
    draw();
    const list = steps();
    if (content && list[at] && isFilled(list[at]) && list.some((s) => !isFilled(s))) setTimeout(next, 250);
  }

  function write(p) {
    $("words-title").textContent = p.label || "What stands here?";
    $("words-text").value = p.text || today(p);
    $("words-trouble").textContent = "";
    $("words-fits").textContent = `About ${p.fits} letters fit on the line.`;
    $("words").showModal();
    $("words-text").select();
    $("words").querySelector("form").onsubmit = async (e) => {
      e.preventDefault();
      try {
        await fill(p, $("words-text").value);
        $("words").close();
      } catch (err) {
        $("words-trouble").textContent = err.message;
      }
    };
  }

  /** Parts of a date are proposed as of today; a short blank takes a short year. */
  function today({ format, w }) {
    const now = new Date();
    const say = (how) => now.toLocaleString("en-US", how);
    return (
      {
        day: String(now.getDate()),
        month: say(w < 50 ? { month: "short" } : { month: "long" }),
        year: w < 30 ? String(now.getFullYear()).slice(2) : String(now.getFullYear()),
        time: say({ hour: "numeric", minute: "2-digit" }).replace(/\s/g, " "),
      }[format] ?? ""
    );
  }

  function finish() {
    delete $("finish-now").dataset.anyway;
    $("finish-now").textContent = "Finish";
    at = steps().length ? at : -1;
    $("finish-trouble").textContent = "";
    $("finish").showModal();
  }

  $("finish-now").addEventListener("click", async () => {
    if (working) return;
    working = true;
    $("finish-now").disabled = true;
    try {
      const { next: to } = await ask("/finish", { anyway: Boolean($("finish-now").dataset.anyway) });
      location.assign(to);
    } catch (err) {
      $("finish-trouble").textContent = err.message;
      $("finish-now").disabled = false;
      if (err.answers) {
        $("finish-trouble").textContent =
          `${err.answers.join(" ")} You are asked to answer alike. Change your answer, ask, or finish as it is; the sender is told.`;
        $("finish-now").dataset.anyway = "1";
        $("finish-now").textContent = "Finish as it is";
        return;
      }
      // Another device may have emptied a place in the meantime: look again, and lead back to it.
      const now = await fetch(`${base}/places`, { headers: { Accept: "application/json" } }).catch(() => null);
      if (now?.ok) data = await now.json();
      const any = steps().findIndex(isOpen);
      if (any >= 0) {
        $("finish").close();
        show(any);
        $("what").textContent = err.message;
      }
    } finally {
      working = false;
    }
  });
  $("act").addEventListener("click", () => {
    if (at === -1 && steps().some(isOpen)) next();
    else act();
  });
  $("back").addEventListener("click", () => show(at - 1));
  $("read").addEventListener("click", () => {
    everything = !everything;
    fit();
    if (everything) box.scrollTo({ top: 0 });
    else if (at >= 0) show(at);
    draw();
    box.focus();
  });

  const makeInk = inkMaker(ask, {
    data: () => data,
    async made(next, place) {
      data = next;
      if (!place.filled) await fill(place, "x");
      draw();
    },
  });

  draw();
}
