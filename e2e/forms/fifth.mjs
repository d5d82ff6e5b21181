import { S, B, F, U, D } from "./kit.mjs";

export function fifth() {
  const lorem = [
    "The inspection period begins on the day after both parties have signed and ends at five in the afternoon of the last day.",
    "Any credit agreed in lieu of repairs is shown on the settlement statement and is subject to lender approval.",
    "Seller represents that the septic system was last pumped on the date stated in the property disclosure.",
    "The association may charge a transfer fee, which is paid by the party named in the schedule of costs.",
    "Personal checks are accepted for the deposit only where the firm holding it agrees to that in writing.",
    "Keys, openers and codes are handed over at possession, together with manuals that are in the house.",
  ];
  const P = (n, o = 0) =>
    Array.from({ length: n }, (_, i) => `<p>${i + 1 + o}. ${lorem[(i + o) % 6]} ${lorem[(i + o + 1) % 6]}</p>`).join("");
  const pg = (h, a = "", b = "") => `<div class="page k5 ${a}" style="${b}">${h}</div>`;
  return {
    "three part signature rows with print left": pg(
      `<h1>Buyer Agency Contract</h1>${P(3)}<div style="margin-top:26px">${[
        ["buyer", 1],
        ["buyer", 2],
      ]
        .map(
          ([r, n]) =>
            `<div style="display:flex;gap:14px;margin-top:20px">${D("name", r, n, 220, "Buyer name (print)")}${D("signature", r, n, 250, "Buyer signature")}${D("date", r, n, 110, "Date")}</div>`,
        )
        .join(
          "",
        )}<div style="display:flex;gap:14px;margin-top:20px">${D("name", "buyer_agent", 1, 220, "Agent name (print)")}${D("signature", "buyer_agent", 1, 250, "Buyer’s agent signature")}${D("date", "buyer_agent", 1, 110, "Date")}</div></div>`,
    ),
    "seller initials boxes inline at disclosure rows": pg(
      `<h1>Property Condition Report</h1><table class=b style="width:100%"><tr><th>Item<th style="width:48px">Yes<th style="width:48px">No<th style="width:110px">Seller initials</tr>${["Roof leaks", "Basement water", "Wells on property", "Prior fire", "Underground tank"].map((t) => `<tr style="height:28px"><td>${t}<td><span class=box></span><td><span class=box></span><td ${S("initials", "seller", 1)}></tr>`).join("")}</table><div style="display:flex;gap:20px;margin-top:40px">${D("signature", "seller", 1, 300, "Seller")}${D("date", "seller", 1, 120, "Date")}</div>`,
    ),
    "by and through agent": pg(
      `<h1>Lease Addendum</h1>${P(4)}<p style="margin-top:24px">LANDLORD: Corbel Street Rentals LLC</p><p style="margin-top:20px">By: ${U("signature", "landlord", 1, 34)} &nbsp; Date: ${U("date", "landlord", 1, 14)}</p><p>Printed name and title: ${"_".repeat(36)}</p><p style="margin-top:24px">TENANT(S):</p><p style="margin-top:20px">${U("signature", "tenant", 1, 38)} &nbsp; Date: ${U("date", "tenant", 1, 14)}</p><p style="margin-top:20px">${U("signature", "tenant", 2, 38)} &nbsp; Date: ${U("date", "tenant", 2, 14)}</p>`,
      "tr",
    ),
    "initial lines under a paragraph, each named": pg(
      `<h1>Mandatory Arbitration</h1>${P(2)}<p>“WE HAVE READ AND UNDERSTAND THE FOREGOING AND AGREE TO SUBMIT DISPUTES TO NEUTRAL ARBITRATION.”</p><p style="text-align:center;margin-top:18px">Buyer’s Initials ${B("initials", "buyer", 1, 50)} / ${B("initials", "buyer", 2, 50)} &nbsp;&nbsp;&nbsp;&nbsp; Seller’s Initials ${B("initials", "seller", 1, 50)} / ${B("initials", "seller", 2, 50)}</p>${P(3, 2)}<p style="text-align:center;margin-top:18px">Buyer’s Initials ${B("initials", "buyer", 1, 50)} / ${B("initials", "buyer", 2, 50)} &nbsp;&nbsp;&nbsp;&nbsp; Seller’s Initials ${B("initials", "seller", 1, 50)} / ${B("initials", "seller", 2, 50)}</p>`,
    ),
    "box with heading per party, lines unlabeled with small text right": pg(
      `<h1>Deposit Dispute Release</h1>${P(3)}<div style="display:flex;gap:20px;margin-top:20px">${[
        ["BUYER", "buyer"],
        ["SELLER", "seller"],
      ]
        .map(
          ([c, r]) =>
            `<div style="border:1px solid;width:330px;padding:8px"><b>${c}</b>${[1, 2].map((n) => `<div style="display:flex;gap:10px;margin-top:18px"><div style="width:200px;border-bottom:1px solid;height:18px" ${S("signature", r, n)}></div><div style="width:90px;border-bottom:1px solid;height:18px" ${S("date", r, n)}></div></div><div class=c style="display:flex;gap:10px"><span style="width:200px">Signature</span><span>Date</span></div>`).join("")}</div>`,
        )
        .join("")}</div>`,
    ),
    "notary page": pg(
      `<h1>AFFIDAVIT OF TITLE</h1>${P(2)}<p style="margin-top:40px">${B("signature", "seller", 1, 300)}</p><p>Seller</p><p style="margin-top:30px">${B("signature", "seller", 2, 300)}</p><p>Seller</p><p style="margin-top:30px">State of ${F(120)} County of ${F(120)}</p><p>Signed and sworn before me on ${F(140)} by ${F(240)}.</p><p style="margin-top:40px">${B("signature", "", 0, 260)}</p><p>Notary Public</p><p>My commission expires: ${F(120)}</p>`,
      "tr",
    ),
    "landscape-ish dense table of four": pg(
      `<h1>Closing Date Change</h1>${P(2)}<table class=b style="width:100%"><tr><th style="width:16%"><th style="width:21%">BUYER<th style="width:21%">BUYER<th style="width:21%">SELLER<th>SELLER</tr><tr style="height:40px"><td>Signature<td ${S("signature", "buyer", 1)}><td ${S("signature", "buyer", 2)}><td ${S("signature", "seller", 1)}><td ${S("signature", "seller", 2)}></tr><tr style="height:30px"><td>Date<td ${S("date", "buyer", 1)}><td ${S("date", "buyer", 2)}><td ${S("date", "seller", 1)}><td ${S("date", "seller", 2)}></tr><tr style="height:30px"><td>Time<td><td><td><td></tr></table>`,
    ),
    "footer initials page x, one line each party stacked": pg(
      `<h1>Lot Purchase Agreement</h1>${P(6)}<div class=foot style="text-align:right">Buyer initials ${B("initials", "buyer", 1, 40)} ${B("initials", "buyer", 2, 40)}<br><div style="height:8px"></div>Seller initials ${B("initials", "seller", 1, 40)} ${B("initials", "seller", 2, 40)}</div>`,
    ),
    "acknowledgement with agent's certification": pg(
      `<h1>Radon Disclosure</h1><p><b>Seller’s Disclosure (initial each that applies)</b></p>${["Elevated radon levels are known to be present.", "Seller has provided all records of tests.", "Seller has no knowledge of elevated radon levels."].map((t, i) => `<p style="padding-left:70px;text-indent:-70px">${B("initials", "seller", 1, 50)} &nbsp; (${"abc"[i]}) ${t}</p>`).join("")}<p><b>Purchaser’s Acknowledgment (initial each that applies)</b></p>${["Purchaser has received copies of all information listed above.", "Purchaser has received the approved pamphlet."].map((t, i) => `<p style="padding-left:70px;text-indent:-70px">${B("initials", "buyer", 1, 50)} &nbsp; (${"de"[i]}) ${t}</p>`).join("")}<p><b>Agent’s Acknowledgment (initial if applicable)</b></p><p>${B("initials", "", 0, 50)} &nbsp; (f) Agent has informed the Seller of the Seller’s obligations.</p><p><b>Certification of Accuracy</b></p><p>The following parties have reviewed the information above and each party certifies that it is true.</p><div style="display:grid;grid-template-columns:1fr 1fr;gap:24px;margin-top:14px">${[
        ["Seller", "seller", 1],
        ["Purchaser", "buyer", 1],
        ["Seller", "seller", 2],
        ["Purchaser", "buyer", 2],
      ]
        .map(([c, r, n]) => `<div style="display:flex;gap:10px">${D("signature", r, n, 200, c)}${D("date", r, n, 90, "Date")}</div>`)
        .join("")}</div>`,
    ),
    "label colon cells two per row": pg(
      `<h1>Tenant Information</h1><table class=b style="width:100%"><tr style="height:30px"><td style="width:50%">Name:<td>Phone:</tr><tr style="height:30px"><td>Employer:<td>Income:</tr></table>${P(2)}<table class=b style="width:100%;margin-top:16px"><tr style="height:36px"><td style="width:68%" ${S("signature", "tenant", 1)}>Tenant signature:<td ${S("date", "tenant", 1)}>Date:</tr><tr style="height:36px"><td ${S("signature", "tenant", 2)}>Co-tenant signature:<td ${S("date", "tenant", 2)}>Date:</tr><tr style="height:36px"><td ${S("signature", "landlord", 1)}>Landlord signature:<td ${S("date", "landlord", 1)}>Date:</tr></table>`,
    ),
    "underscore lines labelled below in typewriter":
      pg(`<div style="font-family:'Liberation Mono';font-size:11px"><h1>ESCROW RECEIPT</h1>${P(2)}<pre style="font:inherit;margin-top:20px">
${U("signature", "buyer", 1, 30)}   ${U("signature", "seller", 1, 30)}
PURCHASER                        SELLER

${U("signature", "buyer", 2, 30)}   ${U("signature", "seller", 2, 30)}
PURCHASER                        SELLER

DATED: ${U("date", "buyer", 1, 18)}         DATED: ${U("date", "seller", 1, 18)}
</pre></div>`),
    "broker / agent only confirmation": pg(
      `<h1>Confirmation of Representation</h1>${P(3)}<p style="margin-top:24px">Seller’s Brokerage Firm ${F(200)} License # ${F(110)}</p><p style="margin-top:16px">By ${B("signature", "listing_agent", 1, 230)} License # ${F(110)} Date ${B("date", "listing_agent", 1, 90)}</p><p style="margin-top:24px">Buyer’s Brokerage Firm ${F(200)} License # ${F(110)}</p><p style="margin-top:16px">By ${B("signature", "buyer_agent", 1, 230)} License # ${F(110)} Date ${B("date", "buyer_agent", 1, 90)}</p>`,
    ),
    "offer with money blanks and boxes": pg(
      `<h1>OFFER</h1><p>Purchase price: $ ${F(120)} payable as follows: deposit $ ${F(90)}, loan $ ${F(90)}, balance at closing $ ${F(90)}.</p><p><span class=box></span> Conventional <span class=box></span> FHA <span class=box></span> VA <span class=box></span> Cash</p><p>Closing on or before ${F(120)}. Possession ${F(120)}.</p><p>Name in which title is taken: ${F(330)}</p><p>Additional terms: ${F(480)}</p><p>${F(670)}</p><p>${F(670)}</p><div style="display:grid;grid-template-columns:1fr 1fr;gap:22px 40px;margin-top:30px">${[1, 2].map((n) => `<div>${D("signature", "buyer", n, 310, "Buyer’s signature")}<p>${"Date"} ${B("date", "buyer", n, 120)} Time ${F(60)}</p></div>`).join("")}</div>`,
    ),
    "sign here with role in parens before": pg(
      `<h1>Consent to Assignment</h1>${P(3)}${[
        ["(Landlord)", "landlord", 1],
        ["(Tenant)", "tenant", 1],
        ["(Tenant)", "tenant", 2],
      ]
        .map(([c, r, n]) => `<p style="margin-top:24px">${c} ${B("signature", r, n, 300)} (Date) ${B("date", r, n, 120)}</p>`)
        .join("")}`,
    ),
    "a form of questions only": pg(
      `<h1>Move-in Checklist</h1>${["Kitchen", "Bath", "Living room", "Bedroom 1", "Bedroom 2", "Garage"].map((t) => `<p>${t}: <span class=box></span> good <span class=box></span> fair <span class=box></span> poor Notes ${F(300)}</p>`).join("")}<p style="margin-top:30px">Tenant ${B("signature", "tenant", 1, 230)} Move-in date ${F(90)} Tenant ${B("signature", "tenant", 2, 150)}</p><p style="margin-top:20px">Inspected by (owner or agent) ${B("signature", "", 0, 230)}</p>`,
    ),
  };
}
