// In which order places are read.
const sameRow = 6; // points between the lines of places that are read as one row

/** Sorts the places of a page as people read: down each column, and across where there is one (field.Order). */
export function inOrder(fields, columns = []) {
  const part = (f) => {
    let n = 0;
    for (const c of columns) {
      const y = f.y + f.h / 2;
      if (y >= c.bottom) n += 3;
      else if (y >= c.top) return n + (f.x + f.w / 2 < c.x ? 1 : 2);
    }
    return n;
  };
  fields.sort((a, b) => part(a) - part(b) || a.y + a.h - b.y - b.h);
  for (let from = 0, to; from < fields.length; from = to) {
    const first = fields[from];
    to = from + 1;
    while (to < fields.length && part(fields[to]) === part(first) && Math.abs(fields[to].y + fields[to].h - first.y - first.h) <= sameRow)
      to++;
    fields.splice(from, to - from, ...fields.slice(from, to).sort((a, b) => a.x - b.x));
  }
  return fields;
}
