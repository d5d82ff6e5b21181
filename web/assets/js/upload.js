// Uploads files one after another, with progress, and says of each what became of it.

const MOST = 50 * 1024 * 1024;

/** What a file picker offers. */
export const FILES = "application/pdf,.pdf,image/jpeg,image/png,image/tiff,.docx,.doc,.odt,.rtf";

/** Sends files to a URL, to which each one's name is added; list is an element that shows progress. Resolves to what the server made of the good ones. */
export async function upload(url, files, list) {
  const done = [];
  for (const file of files) {
    const row = document.createElement("li");
    const bar = document.createElement("progress");
    bar.max = 1;
    bar.value = 0;
    bar.setAttribute("aria-label", file.name);
    const text = document.createElement("span");
    text.textContent = ` ${file.name} `;
    row.append(bar, text);
    list.append(row);
    try {
      if (file.size > MOST) throw new Error("This file is too large: Indicum takes files up to 50 MB.");
      const to = new URL(url, location.href);
      to.searchParams.set("name", file.name);
      const made = await send(to, file, (part) => {
        bar.value = part;
        if (part === 1) text.textContent = ` ${file.name}: being checked…`;
      });
      text.textContent = ` ${file.name}: ${made.pages} ${made.pages === 1 ? "page" : "pages"}. ${(made.notes || []).join(" ")}`;
      done.push(made);
    } catch (err) {
      bar.remove();
      row.className = "cinnabar";
      text.setAttribute("role", "alert");
      text.textContent = `${file.name}: ${err.message}`;
    }
  }
  return done;
}

function send(url, file, progress) {
  return new Promise((resolve, reject) => {
    const x = new XMLHttpRequest();
    x.open("POST", url);
    x.setRequestHeader("Content-Type", "application/octet-stream");
    x.upload.addEventListener("progress", (e) => e.lengthComputable && progress(e.loaded / e.total));
    x.addEventListener("load", () => {
      if (x.status === 200) resolve(JSON.parse(x.responseText));
      else reject(new Error(x.responseText.trim() || "The file could not be taken in."));
    });
    x.addEventListener("error", () => reject(new Error("The connection was lost. Please try again.")));
    x.send(file);
  });
}
