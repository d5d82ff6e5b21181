import { S, B, F, U } from "./kit.mjs";

export function fourth() {
  const lorem = [
    "The premises may be shown to prospective occupants during the last thirty days of the term upon reasonable notice.",
    "Lead times, lender conditions and title requirements are the responsibility of the party who engaged the vendor concerned.",
    "Any dispute is first submitted to mediation, the cost of which is shared equally between the participants.",
    "This disclosure is not a warranty of any kind and does not replace an inspection by a qualified person.",
    "Neither licensee is an attorney, and nothing said by either is legal or tax advice.",
    "If a deadline falls on a holiday it moves to the next business day.",
  ];
  const P = (n, o = 0) =>
    Array.from({ length: n }, (_, i) => `<p>${i + 1 + o}. ${lorem[(i + o) % 6]} ${lorem[(i + o + 4) % 6]}</p>`).join("");
  const pg = (h, a = "", b = "") =>
    `<div class="page k4 ${/^[a-z]{0,4}$/.test(a) ? a : b}" style="${/^[a-z]{0,4}$/.test(a) ? b : a}">${h}</div>`;
  return {
    "quad of blocks with name lines above": pg(
      `<h1>CONTRACT EXECUTION</h1>${P(2)}<div style="display:grid;grid-template-columns:1fr 1fr;gap:26px 40px">${[
        ["First Buyer", "buyer", 1],
        ["Second Buyer", "buyer", 2],
        ["First Seller", "seller", 1],
        ["Second Seller", "seller", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<div><b>${c}</b><p style="margin-top:16px">Printed name: ${B("name", r, n, 210)}</p><p style="margin-top:18px">Signature: ${B("signature", r, n, 230)}</p><p style="margin-top:14px">Date: ${B("date", r, n, 120)}</p></div>`,
        )
        .join("")}</div>`,
    ),
    "dotted with label under": pg(
      `<h1>Option Notice</h1>${P(3)}<table style="width:100%;margin-top:20px">${[
        ["Tenant", "tenant", 1],
        ["Tenant", "tenant", 2],
        ["Landlord", "landlord", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<tr><td style="padding-top:22px">${U("signature", r, n, 70, ".")}<br>${c}<td style="padding-top:22px">${U("date", r, n, 36, ".")}<br>Date</tr>`,
        )
        .join("")}</table>`,
      "s",
    ),
    "initial cells right of clause table": pg(
      `<h1>Tenant Orientation</h1><table class=b style="width:100%"><tr><th>Topic<th style="width:70px">Tenant 1<th style="width:70px">Tenant 2</tr>${lorem.map((t) => `<tr><td>${t}<td ${S("initials", "tenant", 1)}><td ${S("initials", "tenant", 2)}></tr>`).join("")}</table><p>Please initial each topic after it has been explained.</p>`,
    ),
    "inspection table w/ B1 B2": pg(
      `<h1>INSPECTION ELECTION FORM</h1><table class=b style="width:100%"><tr><th>Type of inspection<th colspan=2>Wants<th colspan=2>Waives</tr><tr><th><th>B1<th>B2<th>B1<th>B2</tr>${["Structural", "Environmental", "Wood-destroying insects", "Private well", "On-lot sewage"].map((t) => `<tr style="height:28px"><td>${t}${[1, 2, 1, 2].map((n) => `<td style="width:60px" ${S("initials", "buyer", n)}>`).join("")}</tr>`).join("")}</table><p class=c>Initials of both buyers are required in one column of every row.</p><table style="margin-top:30px;width:100%"><tr><td>Buyer (B1): ${B("signature", "buyer", 1, 230)}<td>Date: ${B("date", "buyer", 1, 120)}</tr><tr><td style="padding-top:22px">Buyer (B2): ${B("signature", "buyer", 2, 230)}<td>Date: ${B("date", "buyer", 2, 120)}</tr></table>`,
      "s",
    ),
    "LLC members two signers": pg(
      `<h1>Assignment of Contract</h1>${P(2)}<p><b>ASSIGNOR / SELLER</b>: Quoin &amp; Ashlar LLC</p><div style="display:flex;gap:40px;margin-top:20px">${[1, 2].map((n) => `<div>By: ${B("signature", "seller", n, 240)}<p style="margin-top:12px">Name: ${F(220)}</p><p style="margin-top:12px">Its: Member</p><p style="margin-top:12px">Date: ${B("date", "seller", n, 120)}</p></div>`).join("")}</div>`,
    ),
    "trust, estate": pg(
      `<h1>Deed Rider</h1>${P(2)}<p style="margin-top:16px">SELLER: Estate of Amabel Thrupp</p><p style="margin-top:26px">${B("signature", "seller", 1, 300)}</p><p class=c>Personal Representative</p><p>Date ${B("date", "seller", 1, 130)}</p><p style="margin-top:20px">BUYER: The Tern Island Revocable Trust</p><p style="margin-top:26px">${B("signature", "buyer", 1, 300)}</p><p class=c>Trustee</p><p>Date ${B("date", "buyer", 1, 130)}</p>`,
    ),
    "caption above thin line two cols with tiny gray": pg(
      `<h1>Showing Agreement</h1>${P(4)}<div style="display:grid;grid-template-columns:2fr 1fr;gap:14px 30px;margin-top:20px">${[
        ["Buyer signature", "signature", "buyer", 1],
        ["Date", "date", "buyer", 1],
        ["Buyer signature", "signature", "buyer", 2],
        ["Date", "date", "buyer", 2],
        ["Broker / licensee signature", "signature", "broker", 1],
        ["Date", "date", "broker", 1],
      ]
        .map(
          ([c, k, r, n]) =>
            `<div><div style="font-size:8px;color:#666">${c}</div><div style="height:26px;border-bottom:.6px solid #555" ${S(k, r, n)}></div></div>`,
        )
        .join("")}</div>`,
      "ca",
    ),
    "signature at page right half": pg(
      `<h1>Agency Termination</h1>${P(4)}<div style="margin-left:340px;margin-top:20px">${[
        ["Owner", "seller", 1],
        ["Owner", "seller", 2],
      ]
        .map(([c, r, n]) => `<p style="margin-top:26px">${B("signature", r, n, 300)}<br><i>${c}</i></p>`)
        .join("")}<p style="margin-top:26px">${B("signature", "listing_agent", 1, 300)}<br><i>Listing Broker/Agent</i></p></div>`,
    ),
    "initials at each section end, words": pg(
      `<h1>Contract of Sale</h1>${[0, 1, 2].map((i) => `<h2>${i + 1}. SECTION</h2><p>${lorem[i]} ${lorem[i + 1]}</p><p style="text-align:right">Seller ____ <span></span></p>`.replace("____", `<span ${S("initials", "seller", 1)}>______</span> <span ${S("initials", "seller", 2)}>______</span> Buyer <span ${S("initials", "buyer", 1)}>______</span> <span ${S("initials", "buyer", 2)}>______</span>`)).join("")}<p>All parties must initial each section.</p>`,
    ),
    "sig table: label cell over blank cell": pg(
      `<h1>Wire Instructions Acknowledgment</h1>${P(3)}<table class=b style="width:100%">${[
        ["Buyer 1", "buyer", 1],
        ["Buyer 2", "buyer", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<tr style="background:#eee"><td style="width:45%">${c} Signature<td style="width:35%">${c} Printed Name<td>Date</tr><tr style="height:36px"><td ${S("signature", r, n)}><td><td ${S("date", r, n)}></tr>`,
        )
        .join("")}</table>`,
    ),
    "commercial lease guaranty": pg(
      `<h1>GUARANTY OF LEASE</h1>${P(3)}<p>IN WITNESS WHEREOF, Guarantor has executed this Guaranty as of ${F(140)}, 20${F(26)}.</p><p style="margin-top:20px">GUARANTOR:</p><p style="margin-top:28px">${U("signature", "", 0, 40)}</p><p>Print Name: ${"_".repeat(30)}</p><p>Address: ${"_".repeat(34)}</p>`,
    ),
    "two pages: signature continuing":
      pg(
        `<h1>Purchase Agreement</h1>${P(7)}<div class=foot style="text-align:center">Page 1 of 2 &nbsp; Buyer ${B("initials", "buyer", 1, 34)} ${B("initials", "buyer", 2, 34)} Seller ${B("initials", "seller", 1, 34)} ${B("initials", "seller", 2, 34)}</div>`,
      ) +
      pg(
        `<p>The parties have read and understood this agreement.</p><p style="margin-top:26px">BUYER ${B("signature", "buyer", 1, 220)} DATE ${B("date", "buyer", 1, 70)} &nbsp;SELLER ${B("signature", "seller", 1, 150)} DATE ${B("date", "seller", 1, 60)}</p><p style="margin-top:26px">BUYER ${B("signature", "buyer", 2, 220)} DATE ${B("date", "buyer", 2, 70)} &nbsp;SELLER ${B("signature", "seller", 2, 150)} DATE ${B("date", "seller", 2, 60)}</p>`,
      ),
    "survey-like sheet, nothing to sign": pg(
      `<h1>Estimated Net Sheet</h1>${["Sale price", "Mortgage payoff", "Commission", "Title insurance", "Deed preparation", "Transfer tax", "Net to seller"].map((t) => `<p style="display:flex;justify-content:space-between"><span>${t}</span><span>$ ${"_".repeat(16)}</span></p>`).join("")}<p style="border-top:1px solid #000;border-bottom:3px double #000;text-align:right">TOTAL</p><p>Figures are estimates only.</p><p>Seller name ${F(200)} Property ${F(260)}</p>`,
    ),
    "short receipts on one page, cut lines": pg(
      Array.from(
        { length: 3 },
        () =>
          `<div style="border-bottom:1px dashed #888;padding-bottom:20px;margin-bottom:20px"><b>KEY RECEIPT</b><p>Unit ${F(80)} Number of keys ${F(40)}</p><p style="margin-top:20px">Tenant signature ${B("signature", "tenant", 1, 240)} Date ${B("date", "tenant", 1, 100)}</p></div>`,
      ).join(""),
    ),
    "sign here: buyer / on dates": pg(
      `<h1>Escalation Addendum</h1>${P(3)}<p style="margin-top:24px">Signed by Buyer: ${B("signature", "buyer", 1, 260)} on ${B("date", "buyer", 1, 110)}</p><p style="margin-top:24px">Signed by Buyer: ${B("signature", "buyer", 2, 260)} on ${B("date", "buyer", 2, 110)}</p><p style="margin-top:24px">Accepted by Seller: ${B("signature", "seller", 1, 250)} on ${B("date", "seller", 1, 110)}</p>`,
      "s",
    ),
    "initials per person labelled cells at foot": pg(
      `<h1>DISCLOSURE STATEMENT</h1>${P(6)}<div class=foot style="left:auto"><table class=b><tr>${[
        ["Buyer 1", "buyer", 1],
        ["Buyer 2", "buyer", 2],
        ["Seller 1", "seller", 1],
        ["Seller 2", "seller", 2],
      ]
        .map(([c, r, n]) => `<td style="width:64px;height:32px" ${S("initials", r, n)}><span style="font-size:7px">${c} initials</span>`)
        .join("")}</tr></table></div>`,
      "s",
    ),
    "vendor purchaser witness three column": pg(
      `<h1>AGREEMENT</h1>${P(3)}<table style="width:100%">${[
        ["Purchaser", "buyer", 1],
        ["Purchaser", "buyer", 2],
        ["Vendor", "seller", 1],
      ]
        .map(
          ([c, r, n], i) =>
            `<tr><td style="width:38%;padding:24px 12px 0 0"><div style="border-bottom:1px solid" ${S("signature", "witness", i + 1)}>&nbsp;</div><span class=c>Witness</span><td style="width:38%;padding:24px 12px 0 0"><div style="border-bottom:1px solid" ${S("signature", r, n)}>&nbsp;</div><span class=c>${c}</span><td style="padding-top:24px"><div style="border-bottom:1px solid" ${S("date", r, n)}>&nbsp;</div><span class=c>Date</span></tr>`,
        )
        .join("")}</table>`,
    ),
    "underlined prose & filled blanks": pg(
      `<h1>Amendment</h1><p>The closing date is changed from <u>March 3, 2027</u> to <u>March 17, 2027</u>. The purchase price is <u>$412,500</u>.</p><p><u>Seller agrees to repair the porch steps and the rear gutter before closing.</u></p><p style="margin-top:30px">Buyer: ${B("signature", "buyer", 1, 260)} Date: ${B("date", "buyer", 1, 110)}</p><p style="margin-top:24px">Seller: ${B("signature", "seller", 1, 260)} Date: ${B("date", "seller", 1, 110)}</p>`,
    ),
    "property manager/owner columns with By": pg(
      `<h1>Management Agreement</h1>${P(3)}<div style="display:flex;gap:50px;margin-top:14px"><div style="width:310px"><b>OWNER</b><p style="margin-top:24px">${U("signature", "seller", 1, 36)}</p><p>Date: ${U("date", "seller", 1, 18)}</p><p style="margin-top:24px">${U("signature", "seller", 2, 36)}</p><p>Date: ${U("date", "seller", 2, 18)}</p></div><div style="width:310px"><b>BROKER</b><p>Heron Quay Realty</p><p style="margin-top:24px">By: ${U("signature", "broker", 1, 32)}</p><p>Date: ${U("date", "broker", 1, 18)}</p></div></div>`,
    ),
    "choice lines w/ initials in brackets": pg(
      `<h1>Flood Insurance Choice</h1><p>Choose one and initial:</p><p style="margin-top:14px">[${U("initials", "buyer", 1, 6)}] [${U("initials", "buyer", 2, 6)}] Buyer will obtain flood insurance.</p><p style="margin-top:14px">[${U("initials", "buyer", 1, 6)}] [${U("initials", "buyer", 2, 6)}] Buyer declines flood insurance.</p><p style="margin-top:30px">${U("signature", "buyer", 1, 40)} ${U("date", "buyer", 1, 16)}</p><p>Buyer Signature<span style="display:inline-block;width:180px"></span>Date</p><p style="margin-top:30px">${U("signature", "buyer", 2, 40)} ${U("date", "buyer", 2, 16)}</p><p>Buyer Signature<span style="display:inline-block;width:180px"></span>Date</p>`,
    ),
  };
}
