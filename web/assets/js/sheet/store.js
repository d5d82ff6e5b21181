// The draft on this screen: its state, the queue of changes on their way to the server, undo and redo.
//
// One request is under way at a time. Changes of a field are kept by field, the newest wins; other
// changes wait in line. A lost connection is tried again; a conflict shows the server's draft.

export class Draft {
  constructor(id) {
    this.id = id;
    this.data = null;
    this.fields = new Map(); // what the screen shows
    this.saved = new Map(); // what the server has, with its revisions
    this.dirty = new Set(); // field ids to be saved
    this.line = []; // other edits
    this.past = [];
    this.future = [];
    this.listeners = [];
    this.status = "saved";
    this.busy = null;
    this.waits = 0;
    this.adopted = 0; // how often the server's draft was taken over
  }

  onchange(f) {
    this.listeners.push(f);
  }

  tell(what) {
    for (const f of this.listeners) f(what);
  }

  async load() {
    const r = await fetch(`/packets/${this.id}/sheet`, { headers: { Accept: "application/json" } });
    if (!r.ok) throw new Error(await r.text());
    this.adopt(await r.json(), true);
  }

  /** Takes over what the server has. Fields with unsaved changes stay as they are here. */
  adopt(sheet, all) {
    this.data = sheet;
    this.adopted++;
    this.saved = new Map(sheet.fields.map((f) => [f.id, f]));
    if (all) this.dirty.clear();
    const next = new Map();
    for (const f of sheet.fields) if (!this.dirty.has(f.id)) next.set(f.id, { ...f });
    for (const id of this.dirty) if (this.fields.has(id)) next.set(id, this.fields.get(id));
    this.fields = next;
    this.tell("all");
  }

  signer(id) {
    return this.data.signers.find((s) => s.id === id);
  }

  /** Changes fields: a list of [before, after], either may be null. One entry of undo. */
  change(pairs, { undoable = true } = {}) {
    pairs = pairs.filter(([a, b]) => a || b);
    if (!pairs.length) return;
    for (const [before, after] of pairs) {
      const id = (after || before).id;
      if (after) this.fields.set(id, { ...after });
      else this.fields.delete(id);
      this.dirty.add(id);
    }
    if (undoable) {
      this.past.push(pairs.map(([a, b]) => [a && { ...a }, b && { ...b }]));
      if (this.past.length > 300) this.past.shift();
      this.future = [];
    }
    this.tell("fields");
    this.schedule(200);
  }

  undo() {
    this.step(this.past, this.future, (p) => p.map(([a, b]) => [b, a]));
  }

  redo() {
    this.step(this.future, this.past, (p) => p);
  }

  step(from, to, turn) {
    const pairs = from.pop();
    if (!pairs) return;
    to.push(pairs);
    this.change(turn(pairs), { undoable: false });
  }

  /** Sends another edit; resolves when the server has taken it. */
  edit(edit) {
    return new Promise((resolve, reject) => {
      this.line.push({ edit, resolve, reject });
      this.schedule(0);
    });
  }

  schedule(ms) {
    this.set("saving");
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.flush(), ms);
  }

  set(status, text) {
    this.status = status;
    this.tell(text ? { notice: text } : "status");
  }

  get pending() {
    return this.dirty.size > 0 || this.line.length > 0 || Boolean(this.busy);
  }

  fieldEdits() {
    const out = [];
    for (const id of [...this.dirty].slice(0, 250)) {
      const now = this.fields.get(id);
      const was = this.saved.get(id);
      if (now) out.push({ op: "field", field: { ...now, rev: was ? was.rev : 0 } });
      else if (was) out.push({ op: "unfield", id, rev: was.rev });
    }
    return out;
  }

  async flush() {
    if (this.busy) return;
    const sent = new Map([...this.dirty].slice(0, 250).map((id) => [id, JSON.stringify(this.fields.get(id) || null)]));
    const others = this.line.splice(0);
    const edits = [...this.fieldEdits(), ...others.map((o) => o.edit)];
    if (!edits.length) {
      this.dirty.clear();
      this.set("saved");
      return;
    }
    this.busy = this.post(edits);
    const { status, body, text } = await this.busy;
    this.busy = null;
    if (status === 200) {
      this.waits = 0;
      // A field changed again while its save was under way stays dirty.
      for (const [id, was] of sent) if (JSON.stringify(this.fields.get(id) || null) === was) this.dirty.delete(id);
      this.adopt(body);
      if (body.notice) this.tell({ notice: body.notice });
      for (const o of others) o.resolve(body);
      if (this.dirty.size || this.line.length) this.schedule(50);
      else this.set("saved");
    } else if (status === 409) {
      this.past = [];
      this.future = [];
      this.adopt(body, true);
      for (const o of others) o.reject(new Error("changed"));
      this.set("saved", "Changed in another window in the meantime. Your last change was not kept: this is the draft as it is now.");
    } else if (status === 0 || status >= 500) {
      this.line.unshift(...others);
      this.waits = Math.min(this.waits + 1, 5);
      this.set("offline");
      this.timer = setTimeout(() => this.flush(), 500 * 2 ** this.waits);
    } else {
      for (const o of others) o.reject(new Error(text));
      await this.load().catch(() => {});
      this.set("saved", text || "This change was not taken.");
    }
  }

  async post(edits) {
    try {
      const r = await fetch(`/packets/${this.id}/edit`, {
        method: "POST",
        headers: { "Content-Type": "application/json", Accept: "application/json" },
        body: JSON.stringify({ rev: this.data.rev, edits }),
        keepalive: edits.length < 40,
      });
      if (r.status === 200 || r.status === 409) return { status: r.status, body: await r.json() };
      return { status: r.status, text: (await r.text()).trim() };
    } catch {
      return { status: 0 };
    }
  }

  /** Waits until everything is saved. */
  async settle() {
    clearTimeout(this.timer);
    for (let i = 0; i < 40 && this.pending; i++) {
      if (this.busy) await this.busy;
      await this.flush();
      if (this.pending) await new Promise((r) => setTimeout(r, 100));
    }
    if (this.pending) throw new Error("The last changes could not be saved yet. Is the connection up?");
  }
}

/** A new identity for a field: 96 random bits. */
export function newID() {
  const b = crypto.getRandomValues(new Uint8Array(12));
  return btoa(String.fromCharCode(...b))
    .replaceAll("+", "-")
    .replaceAll("/", "_");
}
