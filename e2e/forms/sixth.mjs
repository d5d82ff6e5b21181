import { S, B, F, D } from "./kit.mjs";

export function sixth() {
  const lorem = [
    "The party in possession maintains the grounds, removes snow and pays for all utilities metered to the unit.",
    "A failure to object within the review period is deemed an acceptance of the condition so disclosed.",
    "Proceeds are disbursed when the deed is recorded and the funds have been collected by the escrow holder.",
    "The survey is at the expense of the party who asks for it, and is certified to both of them.",
    "No oral statement made by a salesperson changes what is written in this instrument.",
    "Photographs taken before the term begins are attached and form part of the inventory.",
  ];
  const P = (n, o = 0) =>
    Array.from({ length: n }, (_, i) => `<p>${i + 1 + o}. ${lorem[(i + o) % 6]} ${lorem[(i + o + 2) % 6]}</p>`).join("");
  const pg = (h, a = "", b = "") => `<div class="page k6 ${a}" style="${b}">${h}</div>`;
  return {
    "columns of parties, rows unlabeled, captions under": pg(
      `<h1>Settlement Agreement</h1>${P(3)}<table style="width:100%;margin-top:16px"><tr><td style="width:50%"><b>BUYERS</b><td><b>SELLERS</b></tr>${[1, 2].map((n) => `<tr><td style="padding-top:20px">${D("signature", "buyer", n, 280, "Signature")}<td style="padding-top:20px">${D("signature", "seller", n, 280, "Signature")}</tr><tr><td style="padding-top:12px">${D("date", "buyer", n, 140, "Date")}<td style="padding-top:12px">${D("date", "seller", n, 140, "Date")}</tr>`).join("")}</table>`,
    ),
    "tenant A B, landlord or agent": pg(
      `<h1>Utilities Addendum</h1>${P(4)}${[
        ["Tenant A", "tenant", 1],
        ["Tenant B", "tenant", 2],
        ["Landlord", "landlord", 1],
      ]
        .map(([c, r, n]) => `<p style="margin-top:22px">${c}: ${B("signature", r, n, 260)} Date: ${B("date", r, n, 100)}</p>`)
        .join("")}`,
      "ca",
    ),
    "first second in words": pg(
      `<h1>Co-ownership Consent</h1>${P(3)}${[
        ["First Seller", "seller", 1],
        ["Second Seller", "seller", 2],
        ["First Buyer", "buyer", 1],
        ["Second Buyer", "buyer", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<div style="display:flex;gap:20px;margin-top:18px">${D("signature", r, n, 280, c)}${D("date", r, n, 110, "Date")}</div>`,
        )
        .join("")}`,
    ),
    "mixed initials order in one strip": pg(
      `<h1>Exclusive Agency</h1>${P(6)}<div class=foot>Initials: Seller ${B("initials", "seller", 1, 34)} Seller ${B("initials", "seller", 2, 34)} Buyer ${B("initials", "buyer", 1, 34)} Buyer ${B("initials", "buyer", 2, 34)} Broker ${B("initials", "broker", 1, 34)}</div>`,
    ),
    "agent initials too": pg(
      `<h1>Buyer Tour Agreement</h1>${P(6)}<div class=foot style="display:flex;justify-content:space-between"><span>Buyer’s Initials ${B("initials", "buyer", 1, 40)} ${B("initials", "buyer", 2, 40)}</span><span>Agent’s Initials ${B("initials", "", 0, 40)}</span></div>`,
    ),
    "signature cells numbered sellers rows, date time": pg(
      `<h1>Authorization to Publish</h1>${P(3)}<table class=b style="width:100%"><tr><th><th style="width:45%">Signature<th>Date<th>Time</tr>${["1st Seller", "2nd Seller", "3rd Seller"].map((t, i) => `<tr style="height:34px"><td>${t}<td ${S("signature", "seller", i + 1)}><td ${S("date", "seller", i + 1)}><td></tr>`).join("")}</table>`,
    ),
    "owner/landlord slash roles": pg(
      `<h1>Property Management Notice</h1>${P(3)}<p style="margin-top:26px">Owner/Landlord ${B("signature", "seller", 1, 240)} Date ${B("date", "seller", 1, 100)}</p><p style="margin-top:22px">Buyer/Tenant ${B("signature", "buyer", 1, 240)} Date ${B("date", "buyer", 1, 100)}</p>`,
    ),
    "two pages, seats restart":
      pg(
        `<h1>Exhibit A</h1>${P(4)}<p style="margin-top:30px">Buyer ${B("signature", "buyer", 1, 200)} &nbsp; Buyer ${B("signature", "buyer", 2, 200)}</p>`,
      ) +
      pg(
        `<h1>Exhibit B</h1>${P(4)}<p style="margin-top:30px">Buyer ${B("signature", "buyer", 1, 200)} &nbsp; Buyer ${B("signature", "buyer", 2, 200)}</p><p style="margin-top:24px">Seller ${B("signature", "seller", 1, 200)} &nbsp; Seller ${B("signature", "seller", 2, 200)}</p>`,
      ),
    "entity with two members and an individual": pg(
      `<h1>Operating Lease</h1>${P(2)}<p><b>LESSOR:</b> Juniper Hollow LLC</p><p style="margin-top:18px">By: ${B("signature", "landlord", 1, 240)} Its: Member &nbsp; Date: ${B("date", "landlord", 1, 90)}</p><p style="margin-top:18px">By: ${B("signature", "landlord", 2, 240)} Its: Member &nbsp; Date: ${B("date", "landlord", 2, 90)}</p><p style="margin-top:18px"><b>LESSEE:</b></p><p style="margin-top:18px">${B("signature", "tenant", 1, 260)} Date: ${B("date", "tenant", 1, 90)}</p><p>Print name: ${F(220)}</p>`,
      "tr",
    ),
    "acceptance by seller under buyer block": pg(
      `<h1>Offer</h1>${P(2)}<p>Buyer’s offer is open until ${F(120)}.</p>${[1, 2].map((n) => `<p style="margin-top:20px">${B("signature", "buyer", n, 240)} Buyer &nbsp;&nbsp; ${B("date", "buyer", n, 100)} Date</p>`).join("")}<p style="margin-top:20px"><b>ACCEPTANCE.</b> The undersigned accept the offer.</p>${[1, 2].map((n) => `<p style="margin-top:20px">${B("signature", "seller", n, 240)} Seller &nbsp;&nbsp; ${B("date", "seller", n, 100)} Date</p>`).join("")}`,
    ),
    "label above each cell in bold, four persons 2x2": pg(
      `<h1>Possession Agreement</h1>${P(3)}<table class=b style="width:100%;margin-top:10px">${[
        [
          ["Buyer 1", "buyer", 1],
          ["Seller 1", "seller", 1],
        ],
        [
          ["Buyer 2", "buyer", 2],
          ["Seller 2", "seller", 2],
        ],
      ]
        .map(
          (row) =>
            `<tr>${row.map(([c]) => `<th>${c} signature<th style="width:14%">Date`).join("")}</tr><tr style="height:36px">${row.map(([, r, n]) => `<td ${S("signature", r, n)}><td ${S("date", r, n)}>`).join("")}</tr>`,
        )
        .join("")}</table>`,
    ),
    "initial column for each of three tenants": pg(
      `<h1>Mold Prevention</h1><table class=b style="width:100%"><tr><th>Duty<th colspan=3>Tenant initials</tr><tr><th><th style="width:56px">1<th style="width:56px">2<th style="width:56px">3</tr>${lorem
        .slice(0, 5)
        .map((t) => `<tr><td>${t}${[1, 2, 3].map((n) => `<td ${S("initials", "tenant", n)}>`).join("")}</tr>`)
        .join("")}</table>`,
    ),
    "witness for each": pg(
      `<h1>Land Installment Contract</h1>${P(3)}<div style="margin-top:20px">${[
        ["Purchaser", "buyer", 1],
        ["Purchaser", "buyer", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<p style="margin-top:22px">Witness: ${B("signature", "witness", n, 200)} &nbsp; ${c}: ${B("signature", r, n, 220)}</p>`,
        )
        .join("")}</div>`,
    ),
    "brokers at the end, listing and selling": pg(
      `<h1>Cooperation</h1>${P(3)}<div style="display:grid;grid-template-columns:1fr 1fr;gap:20px 40px;margin-top:20px">${D("", "", "", 300, "Listing Company")}${D("", "", "", 300, "Selling Company")}${D("signature", "listing_agent", 1, 300, "Listing Agent")}${D("signature", "buyer_agent", 1, 300, "Selling Agent")}${D("date", "listing_agent", 1, 140, "Date")}${D("date", "buyer_agent", 1, 140, "Date")}</div>`,
    ),
    "printed name between signature and date": pg(
      `<h1>Consent to Record</h1>${P(3)}${[
        ["Seller", "seller", 1],
        ["Seller", "seller", 2],
        ["Buyer", "buyer", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<div style="display:flex;gap:12px;margin-top:22px">${D("signature", r, n, 240, c + "’s signature")}${D("name", r, n, 220, "Printed name")}${D("date", r, n, 100, "Date")}</div>`,
        )
        .join("")}`,
      "tr",
    ),
    "numbers before lines, role in heading with count": pg(
      `<h1>Joinder</h1>${P(3)}<p><b>Buyer(s) — up to four</b></p>${[1, 2, 3, 4].map((n) => `<p style="margin-top:16px">${n}. Signature ${B("signature", "buyer", n, 220)} Date ${B("date", "buyer", n, 90)}</p>`).join("")}`,
    ),
  };
}
