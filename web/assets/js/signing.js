// What a signer's page does: pages with their places, from place to place, ink, finishing.
import { svg, rule } from "./ink.js";
import { inkMaker } from "./signing/maker.js";

const $ = (id) => document.getElementById(id);
document.addEventListener("click", (e) => {
  const opener = e.target.closest("[data-opens]");
  if (opener) $(opener.dataset.opens).showModal();
  if (e.target.closest("[data-closes]")) e.target.closest("dialog").close();
});

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
  const automatic = ["date", "name", "email"];
  const mine = () => data.places.filter((p) => p.mine && !p.freed && !automatic.includes(p.kind)); // as people read
  const open = (p) => p.todo;

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
    const list = mine();
    $("segments").replaceChildren(
      ...list.map((p, i) => Object.assign(document.createElement("i"), { className: i === at ? "now" : p.filled ? "full" : "" })),
    );
    const left = list.filter(open);
    const p = list[at];
    $("back").disabled = at < 1;
    $("read").textContent = everything ? "Back to reading size" : "Read all pages";
    if (!list.length || at === -1) {
      const begun = list.some((q) => q.filled);
      $("where").textContent = list.length ? `${list.length} ${list.length === 1 ? "place" : "places"} for you` : "Nothing to fill";
      $("what").textContent = `${count} ${count === 1 ? "page" : "pages"} to read`;
      $("act").textContent = left.length ? (begun ? "Go on" : "Start") : "Finish…";
      return;
    }
    $("where").textContent = `Place ${at + 1} of ${list.length}`;
    $("what").textContent =
      `${p.clash ? `${p.clash}; you ${p.side}. ` : ""}${p.side && p.group ? `${p.side}: ` : ""}${p.label || titles[p.kind]}${p.group ? `, ${rules[p.rule]} of these` : p.required ? "" : ", may stay empty"}, page ${pageNo.get(`${p.document}/${p.page}`)} of ${count}`;
    if (data.preview) {
      $("act").textContent = at < list.length - 1 ? "Next place" : "First place";
      return;
    }
    $("act").textContent = p.filled
      ? left.length
        ? "Next place"
        : "Finish…"
      : { signature: "Place my signature", initials: "Place my initials", text: "Write…", tick: "Tick" }[p.kind];
  }

  function place(p) {
    const auto = automatic.includes(p.kind);
    const list = mine();
    const now = p.mine && list[at] && list[at].id === p.id;
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
        `${p.label || titles[p.kind]}, page ${pageNo.get(`${p.document}/${p.page}`)}, ${p.filled ? `filled${p.text && p.kind === "text" ? ` with ${p.text}` : ""}` : p.freed ? "not chosen; choosing it changes your answer" : p.group ? `a choice: ${rules[p.rule]}` : p.required ? "must be filled" : "may stay empty"}`,
      );
      const go = () => {
        if (p.freed) return change(p);
        at = mine().findIndex((q) => q.id === p.id);
        draw();
        return act(true);
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
    const p = mine()[at];
    if (!p) return;
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
    const list = mine();
    const after = list.findIndex((p, i) => i > at && !p.filled);
    const any = list.findIndex(open);
    if (after >= 0) show(after);
    else if (any >= 0) show(any);
    else finish();
  }

  /** Takes another side of a choice than before. */
  async function change(p) {
    if (working || data.preview) return;
    if ((p.kind === "signature" && !data.hasSignature) || (p.kind === "initials" && !data.hasInitials)) {
      makeInk(p.kind, p);
      return;
    }
    working = true;
    try {
      data = await ask("/fill", { field: p.id, content: p.kind === "text" ? p.text || "x" : "x" });
      at = mine().findIndex((q) => q.id === p.id);
      draw();
    } catch (err) {
      $("what").textContent = err.message;
    } finally {
      working = false;
    }
  }

  let working = false;
  async function act(direct) {
    const list = mine();
    const p = list[at];
    if (working) return;
    if (!p) return next();
    if (data.preview) {
      if (at < list.length - 1) show(at + 1);
      else show(0);
      return undefined;
    }
    if (p.filled && !direct) return next();
    try {
      working = true;
      if (p.kind === "signature" && (!data.hasSignature || (direct && p.filled))) return makeInk("signature", p);
      if (p.kind === "initials" && (!data.hasInitials || (direct && p.filled))) return makeInk("initials", p);
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
    draw();
    const list = mine();
    if (list[at] && list[at].filled && list.some((q) => !q.filled)) setTimeout(next, 250);
    else draw();
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
    at = mine().length ? at : -1;
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
      const any = mine().findIndex(open);
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
    if (at === -1 && mine().some(open)) next();
    else act(false);
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
