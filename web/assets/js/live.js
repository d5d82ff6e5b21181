// Live updates: the server says which packet moved. A tab that is not looked at lets its connection
// go, because browsers allow only a few to one server; when it is looked at again it catches up.

/** Calls moved(id) for each packet that moved, and moved(0) when something may have been missed. */
export function live(moved) {
  let source = null;
  const open = () => {
    if (source || document.hidden) return;
    let dropped = false;
    source = new EventSource("/live");
    source.addEventListener("moved", (e) => moved(Number(e.data)));
    source.addEventListener("error", () => (dropped = true));
    source.addEventListener("open", () => {
      if (dropped) moved(0);
      dropped = false;
    });
  };
  const close = () => {
    if (source) source.close();
    source = null;
  };
  document.addEventListener("visibilitychange", () => {
    if (document.hidden) return close();
    open();
    return moved(0);
  });
  window.addEventListener("pagehide", close);
  window.addEventListener("pageshow", open);
  open();
}
