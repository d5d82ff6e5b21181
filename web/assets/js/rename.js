// A name that turns into a text field when it is pressed.

/** Lets the text of a button be changed; save gets the new name. Escape keeps the old one. */
export function renameInPlace(button, save) {
  const input = Object.assign(document.createElement("input"), { className: "input small", value: button.textContent, maxLength: 200 });
  input.setAttribute("aria-label", "Name of the document");
  button.replaceWith(input);
  input.select();
  let over = false;
  const end = (keep) => {
    if (over) return;
    over = true;
    const name = input.value.trim();
    input.replaceWith(button);
    if (keep && name && name !== button.textContent) {
      button.textContent = name;
      save(name);
    }
  };
  input.addEventListener("blur", () => end(true));
  input.addEventListener("keydown", (e) => {
    if (e.key === "Enter") end(true);
    if (e.key === "Escape") end(false);
  });
}
