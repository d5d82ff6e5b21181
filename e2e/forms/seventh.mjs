import { S } from "./kit.mjs";

/** Drawn as scripts draw: every text and line by its position. */
export function seventh() {
  const T = (x, y, t, s = 13, st = "") => `<div class=a style="left:${x}px;top:${y - s * 0.84}px;font-size:${s}px;${st}">${t}</div>`;
  const L = (k, r, n, x0, x1, y) =>
    `<div class=a style="left:${x0}px;top:${y - 22}px;width:${x1 - x0}px;height:22px;border-bottom:1px solid #000" ${k ? S(k, r, n) : ""}></div>`;
  const X = (k, r, n, x, y, w, h) =>
    `<div class=a style="left:${x}px;top:${y}px;width:${w}px;height:${h}px;border:1px solid #000" ${k ? S(k, r, n) : ""}></div>`;
  const U = (k, r, n, x, y, c, s = 13) =>
    `<div class=a style="left:${x}px;top:${y - s * 0.84}px;font-size:${s}px" ${k ? S(k, r, n) : ""}>${"_".repeat(c)}</div>`;
  const words =
    "the buyer and seller agree that this property is sold as it stands with all fixtures and that any repair requested after the inspection is made by licensed trades before closing unless otherwise stated in writing by both of them".split(
      " ",
    );
  const para = (x, y, w, lines, s = 12) =>
    Array.from({ length: lines }, (_, i) =>
      T(x, y + i * s * 1.4, Array.from({ length: Math.floor(w / (s * 2.9)) }, (_, k) => words[(i * 7 + k) % words.length]).join(" "), s),
    ).join("");
  const pg = (h) => `<div class="page k7">${h}</div>`;
  const H = (t) => T(80, 80, t, 20, "font-weight:bold");
  return {
    "script: label left lines": pg(
      H("Purchase Agreement") +
        para(80, 120, 640, 12) +
        [
          ["Buyer 1 Signature:", "buyer", 1, 420],
          ["Buyer 2 Signature:", "buyer", 2, 460],
          ["Seller 1 Signature:", "seller", 1, 500],
          ["Seller 2 Signature:", "seller", 2, 540],
        ]
          .map(
            ([t, r, n, y]) => T(80, y, t) + L("signature", r, n, 210, 480, y + 2) + T(500, y, "Date:") + L("date", r, n, 540, 700, y + 2),
          )
          .join("") +
        T(80, 1020, "Buyer's Initials", 10) +
        L("initials", "buyer", 1, 165, 215, 1022) +
        L("initials", "buyer", 2, 225, 275, 1022) +
        T(480, 1020, "Seller's Initials", 10) +
        L("initials", "seller", 1, 570, 620, 1022) +
        L("initials", "seller", 2, 630, 680, 1022),
    ),
    "script: label below wide gaps": pg(
      H("Counteroffer") +
        para(80, 120, 640, 8) +
        [
          ["Buyer", "buyer", 1, 330],
          ["Buyer", "buyer", 2, 400],
          ["Seller", "seller", 1, 470],
          ["Seller", "seller", 2, 540],
        ]
          .map(
            ([t, r, n, y]) =>
              L("signature", r, n, 80, 400, y) + T(80, y + 14, t, 9) + L("date", r, n, 440, 600, y) + T(440, y + 14, "Date", 9),
          )
          .join(""),
    ),
    "script: typed underscores separate objects": pg(
      H("Addendum") +
        para(80, 120, 640, 8) +
        [
          ["BUYER:", "buyer", 1, 320],
          ["BUYER:", "buyer", 2, 360],
          ["SELLER:", "seller", 1, 420],
          ["SELLER:", "seller", 2, 460],
        ]
          .map(([t, r, n, y]) => T(80, y, t) + U("signature", r, n, 150, y, 36) + T(460, y, "DATE:") + U("date", r, n, 510, y, 18))
          .join(""),
    ),
    "script: boxes for initials by clause": pg(
      H("Disclosures") +
        [0, 1, 2, 3, 4]
          .map(
            (i) =>
              para(80, 130 + i * 80, 500, 3) +
              X("initials", "buyer", 1, 600, 122 + i * 80, 50, 30) +
              X("initials", "buyer", 2, 660, 122 + i * 80, 50, 30) +
              T(602, 162 + i * 80, "Buyer 1", 7) +
              T(662, 162 + i * 80, "Buyer 2", 7),
          )
          .join(""),
    ),
    "script: landlord tenant two columns": pg(
      H("Residential Lease") +
        para(80, 120, 640, 10) +
        T(80, 340, "LANDLORD", 13, "font-weight:bold") +
        T(440, 340, "TENANT", 13, "font-weight:bold") +
        [
          ["landlord", 80],
          ["tenant", 440],
        ]
          .map(([r, x]) =>
            [1, 2]
              .map(
                (n) =>
                  T(x, 340 + n * 110 - 60, "Signature", 11) +
                  L("signature", r, n, x + 70, x + 300, 340 + n * 110 - 58) +
                  T(x, 340 + n * 110 - 30, "Name", 11) +
                  L("name", r, n, x + 70, x + 300, 340 + n * 110 - 28) +
                  T(x, 340 + n * 110, "Date", 11) +
                  L("date", r, n, x + 70, x + 200, 340 + n * 110 + 2),
              )
              .join(""),
          )
          .join(""),
    ),
    "script: by its blocks": pg(
      H("Assignment of Lease") +
        para(80, 120, 640, 8) +
        [
          ["ASSIGNOR (TENANT):", "tenant", "Marlow Prints, Inc.", 300],
          ["LANDLORD:", "landlord", "Quay Holdings LLC", 480],
        ]
          .map(
            ([t, r, e, y]) =>
              T(80, y, t, 13, "font-weight:bold") +
              T(80, y + 20, e) +
              T(80, y + 60, "By:") +
              L("signature", r, 1, 110, 400, y + 62) +
              T(80, y + 92, "Its:") +
              L("", r, 1, 110, 400, y + 94) +
              T(80, y + 124, "Date:") +
              L("date", r, 1, 120, 300, y + 126),
          )
          .join(""),
    ),
    "script: elect decline table": pg(
      H("Inspection Contingency") +
        T(80, 120, "Buyers must initial either ELECT or DECLINE for each inspection.") +
        [0, 1, 2, 3, 4]
          .map(
            (i) =>
              X("", "", 0, 80, 150 + i * 32, 280, 32) +
              [0, 1, 2, 3].map((k) => X(i ? "initials" : "", "buyer", (k % 2) + 1, 360 + k * 85, 150 + i * 32, 85, 32)).join("") +
              T(86, 171 + i * 32, ["Inspection", "Home", "Radon", "Termite", "Septic"][i], 12),
          )
          .join("") +
        ["Elect B1", "Elect B2", "Decline B1", "Decline B2"].map((t, k) => T(366 + k * 85, 171, t, 11)).join("") +
        T(80, 400, "Buyer 1:") +
        L("signature", "buyer", 1, 140, 400, 402) +
        T(80, 440, "Buyer 2:") +
        L("signature", "buyer", 2, 140, 400, 442),
    ),
    "script: agents with dates": pg(
      H("Agency Disclosure") +
        para(80, 120, 640, 10) +
        [
          ["Seller", "seller", 1, 340],
          ["Listing Agent", "listing_agent", 1, 390],
          ["Buyer", "buyer", 1, 440],
          ["Buyer's Agent", "buyer_agent", 1, 490],
          ["Broker", "broker", 1, 540],
          ["Witness", "witness", 1, 590],
        ]
          .map(
            ([t, r, n, y]) =>
              L("signature", r, n, 80, 380, y) +
              T(80, y + 14, t + " signature", 9) +
              L("date", r, n, 420, 560, y) +
              T(420, y + 14, "Date signed", 9),
          )
          .join(""),
    ),
    "script: dotted": pg(
      H("Notice to Quit") +
        para(80, 120, 640, 8) +
        [
          ["Tenant", "tenant", 1, 320],
          ["Tenant", "tenant", 2, 360],
          ["Landlord", "landlord", 1, 400],
        ]
          .map(
            ([t, r, n, y]) =>
              T(80, y, t) +
              `<div class=a style="left:150px;top:${y - 11}px;font-size:13px" ${S("signature", r, n)}>${".".repeat(70)}</div>` +
              T(430, y, "Date") +
              `<div class=a style="left:470px;top:${y - 11}px;font-size:13px" ${S("date", r, n)}>${".".repeat(40)}</div>`,
          )
          .join(""),
    ),
    "script: four signers in row": pg(
      H("Release") +
        para(80, 120, 640, 8) +
        [
          ["Buyer", "buyer", 1, 80],
          ["Buyer", "buyer", 2, 245],
          ["Seller", "seller", 1, 410],
          ["Seller", "seller", 2, 575],
        ]
          .map(
            ([t, r, n, x]) =>
              L("signature", r, n, x, x + 150, 340) + T(x, 354, t, 9) + L("date", r, n, x, x + 150, 400) + T(x, 414, "Date", 9),
          )
          .join(""),
    ),
    "script: fill-ins only and rule": pg(
      H("Listing Input Sheet") +
        L("", "", 0, 80, 736, 92) +
        ["Street", "City", "Zip", "Beds", "Baths", "Lot size", "Price", "List date", "Agent name", "Showing instructions"]
          .map((t, i) => T(80, 140 + i * 40, t + ":") + L("", "", 0, 220, 600, 142 + i * 40))
          .join(""),
    ),
    "script: x marks and role in parens": pg(
      H("Sworn Statement") +
        para(80, 120, 640, 8) +
        [
          ["(Seller)", "seller", 1, 330],
          ["(Seller)", "seller", 2, 390],
        ]
          .map(
            ([t, r, n, y]) =>
              T(80, y, "X") +
              L("signature", r, n, 96, 400, y + 2) +
              T(96, y + 16, t, 9) +
              T(430, y, "Date") +
              L("date", r, n, 465, 600, y + 2),
          )
          .join(""),
    ),
    "script: title and name lines": pg(
      H("Consent of Association") +
        para(80, 120, 640, 6) +
        T(80, 280, "TENANT") +
        [
          ["Sign:", "signature"],
          ["Print:", "name"],
          ["Date:", "date"],
        ]
          .map(([t, k], i) => T(80, 320 + i * 34, t) + L(k, "tenant", 1, 130, 400, 322 + i * 34))
          .join("") +
        T(440, 280, "GUARANTOR") +
        [
          ["Sign:", "signature"],
          ["Print:", "name"],
          ["Date:", "date"],
        ]
          .map(([t, k], i) => T(440, 320 + i * 34, t) + L(k, "", 0, 490, 720, 322 + i * 34))
          .join(""),
    ),
  };
}
