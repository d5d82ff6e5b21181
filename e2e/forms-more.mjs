// More forms as they are set in HTML, written in six batches, each measured before anything was mended for it (see
// docs/RATIONALE.md). Nobody's forms: layouts are habits of the trade, words our own.

/** What a blank is: kind, role and number of whom it is for. */
const S = (k, r, n) => `data-k="${k}" data-r="${r || ""}" data-n="${n || 0}"`;
const B = (k, r, n, w) => `<span class=u style="width:${w}px" ${S(k, r, n)}></span>`;
const F = (w) => `<span class=u style="width:${w}px"></span>`; // a blank nobody signs
const U = (k, r, n, c, ch = "_") => `<span ${S(k, r, n)}>${ch.repeat(c)}</span>`;
const D = (k, r, n, w, cap) =>
  `<div style="width:${w}px"><div style="border-bottom:1px solid;height:20px" ${k ? S(k, r, n) : ""}></div><div class=c>${cap}</div></div>`;
const L = (k, r, n, x, y, w) =>
  `<div class=abs style="left:${x}px;top:${y - 20}px;width:${w}px;height:20px;border-bottom:1px solid #000" ${k ? S(k, r, n) : ""}></div>`;
const T = (x, y, t, s = 11, st = "") =>
  `<div class=abs style="left:${x}px;top:${y - s}px;font-size:${s}px;line-height:${s}px;white-space:nowrap;${st}">${t}</div>`;

function first() {
  const lorem = [
    "Purchaser shall deposit the earnest money with the escrow agent named above within three business days after both parties have executed this instrument.",
    "If the seller is unable to convey marketable title, the purchaser may terminate and recover the deposit without further liability of either party.",
    "All personal property remaining at closing is deemed abandoned, and the cost of its removal may be charged against the proceeds of the sale.",
    "This instrument may be signed in counterparts, each of which is an original and all of which together are one instrument.",
    "Time is of the essence with respect to every date and deadline that is stated herein or in any attached exhibit.",
    "The undersigned licensee has disclosed the nature of the agency relationship before any substantive discussion took place.",
  ];
  const P = (n, o = 0) =>
    Array.from({ length: n }, (_, i) => `<p>${i + 1 + o}. ${lorem[(i + o) % 6]} ${lorem[(i + o + 3) % 6]}</p>`).join("");
  const pg = (h, a = "", b = "") =>
    `<div class="page k1 ${/^[a-z]{0,4}$/.test(a) ? a : b}" style="${/^[a-z]{0,4}$/.test(a) ? b : a}">${h}</div>`;
  return {
    "cells with tiny top-left labels, four signers": pg(
      `<h1>UNIFORM CONTRACT TO BUY</h1>${P(4)}<table class=b style="width:100%;margin-top:14px">${[
        ["Buyer", "buyer", 1],
        ["Buyer", "buyer", 2],
        ["Seller", "seller", 1],
        ["Seller", "seller", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<tr><td style="height:40px;width:50%" ${S("signature", r, n)}><span class=c>${c.toUpperCase()} SIGNATURE</span><td style="width:30%" ${S("name", r, n)}><span class=c>PRINTED NAME</span><td ${S("date", r, n)}><span class=c>DATE</span></tr>`,
        )
        .join("")}</table>`,
    ),
    "initials table in footer": pg(
      `<h1>Addendum B – Financing</h1>${P(6)}<table class="b foot" style="width:auto;left:480px;right:auto"><tr><td>Buyer initials<td style="width:48px" ${S("initials", "buyer", 1)}><td style="width:48px" ${S("initials", "buyer", 2)}></tr><tr><td>Seller initials<td ${S("initials", "seller", 1)}><td ${S("initials", "seller", 2)}></tr></table>`,
    ),
    "signature lines left, prose on right":
      pg(`<h1>ACCEPTANCE</h1>${P(2)}<p>The above offer is hereby accepted this ${F(40)} day of ${F(110)}, ${F(50)}.</p>
${L("signature", "seller", 1, 64, 420, 300)}${T(64, 434, "Seller", 10)}${L("signature", "seller", 2, 64, 480, 300)}${T(64, 494, "Seller", 10)}
${L("signature", "witness", 1, 440, 420, 300)}${T(440, 434, "Witness", 10)}${L("signature", "witness", 2, 440, 480, 300)}${T(440, 494, "Witness", 10)}
${T(64, 560, "OFFER OF PURCHASE MADE BY:", 11, "font-weight:bold")}
${L("signature", "buyer", 1, 64, 620, 300)}${T(64, 634, "Purchaser", 10)}${L("date", "buyer", 1, 440, 620, 140)}${T(440, 634, "Date", 10)}
${L("signature", "buyer", 2, 64, 680, 300)}${T(64, 694, "Purchaser", 10)}${L("date", "buyer", 2, 440, 680, 140)}${T(440, 694, "Date", 10)}`),
    "seal after the lines": pg(
      `<h1>LAND CONTRACT</h1>${P(4)}<p>IN WITNESS WHEREOF the parties have set their hands and seals.</p>${[
        ["PURCHASER", "buyer", 1],
        ["PURCHASER", "buyer", 2],
        ["VENDOR", "seller", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<p style="margin-top:26px">${B("signature", r, n, 290)} (SEAL) &nbsp;&nbsp; Date: ${B("date", r, n, 100)}<br><span class=c style="font-size:10px">${c}</span></p>`,
        )
        .join("")}`,
      "font-family:'Liberation Serif'",
    ),
    "compact columns sig/date no captions between": pg(
      `<h1>Inspection Waiver</h1>${P(3)}<p><b>BUYER(S):</b></p><table style="width:100%">${[1, 2].map((n) => `<tr><td style="width:60%;padding-top:24px">Sign: ${B("signature", "buyer", n, 330)}<td style="padding-top:24px">Dated: ${B("date", "buyer", n, 150)}</tr>`).join("")}</table><p style="margin-top:18px"><b>SELLER(S):</b></p><table style="width:100%">${[1, 2].map((n) => `<tr><td style="width:60%;padding-top:24px">Sign: ${B("signature", "seller", n, 330)}<td style="padding-top:24px">Dated: ${B("date", "seller", n, 150)}</tr>`).join("")}</table>`,
    ),
    "elect decline with buyers in words": pg(
      `<h1>Inspections</h1><p>For each item, Buyers initial under ELECT or under DECLINE, not both.</p><table class=b style="width:100%"><tr><th rowspan=2>Inspection<th colspan=2>ELECT<th colspan=2>DECLINE</tr><tr><th>Buyer 1<th>Buyer 2<th>Buyer 1<th>Buyer 2</tr>${["General home", "Radon gas", "Sewer line", "Chimney"].map((t) => `<tr style="height:30px"><td>${t}${[1, 2, 1, 2].map((n) => `<td style="width:80px" ${S("initials", "buyer", n)}>`).join("")}</tr>`).join("")}</table><p style="margin-top:40px">Buyer 1 ${B("signature", "buyer", 1, 250)} Date ${B("date", "buyer", 1, 110)}</p><p style="margin-top:30px">Buyer 2 ${B("signature", "buyer", 2, 250)} Date ${B("date", "buyer", 2, 110)}</p>`,
    ),
    "elect decline lines": pg(
      `<h1>Buyer Inspection Elections</h1>${["Whole house", "Pest", "Well flow", "Septic dye", "Lead paint"].map((t) => `<p style="margin-top:14px"><span style="display:inline-block;width:160px">${t}:</span> Elected ${B("initials", "buyer", 1, 40)} ${B("initials", "buyer", 2, 40)} &nbsp;&nbsp; Declined ${B("initials", "buyer", 1, 40)} ${B("initials", "buyer", 2, 40)}</p>`).join("")}<p class=c>Buyers’ initials indicate the choice made.</p><p style="margin-top:30px">Buyer: ${B("signature", "buyer", 1, 270)} Date: ${B("date", "buyer", 1, 100)}</p><p style="margin-top:24px">Buyer: ${B("signature", "buyer", 2, 270)} Date: ${B("date", "buyer", 2, 100)}</p>`,
    ),
    "lease initials after clauses in parens": pg(
      `<h1>RENTAL TERMS</h1>${lorem
        .slice(0, 4)
        .map((t, i) => `<p>${i + 1}. ${t} (Tenant initials: ${B("initials", "tenant", 1, 36)} ${B("initials", "tenant", 2, 36)})</p>`)
        .join(
          "",
        )}<h2>LANDLORD / PROPERTY MANAGER</h2><p style="margin-top:20px">${B("signature", "landlord", 1, 300)} ${B("date", "landlord", 1, 120)}</p><p class=c>Signature<span style="display:inline-block;width:270px"></span>Date</p><h2>TENANTS</h2>${[1, 2, 3].map((n) => `<p style="margin-top:20px">${B("signature", "tenant", n, 300)} ${B("date", "tenant", n, 120)}</p><p class=c>Signature<span style="display:inline-block;width:270px"></span>Date</p>`).join("")}`,
    ),
    "entity By Name Its": pg(
      `<h1>FIRST AMENDMENT</h1>${P(2)}<table style="width:100%"><tr>${[
        ["SELLER", "seller", "Briarcott Land Company, a limited liability company"],
        ["BUYER", "buyer", "Tollgate Meadow Partners, L.P."],
      ]
        .map(
          ([c, r, e]) =>
            `<td style="width:50%;vertical-align:top"><b>${c}:</b><br>${e}<p style="margin-top:30px">By: ${B("signature", r, 1, 230)}</p><p style="margin-top:14px">Name: ${B("name", r, 1, 212)}</p><p style="margin-top:14px">Its: ${F(228)}</p><p style="margin-top:14px">Dated: ${B("date", r, 1, 120)}, 20${F(20)}</p>`,
        )
        .join("")}</tr></table>`,
    ),
    "agents two columns with brokerages": pg(
      `<h1>Agency Disclosure</h1>${P(3)}<table style="width:100%"><tr><td style="width:50%"><p style="margin-top:26px">${B("signature", "buyer", 1, 280)}</p><span class=c>Buyer Signature</span><p style="margin-top:20px">${B("date", "buyer", 1, 150)}</p><span class=c>Date</span><p style="margin-top:20px">${F(280)}</p><span class=c>Brokerage Firm Representing Buyer</span><p style="margin-top:20px">${B("signature", "buyer_agent", 1, 280)}</p><span class=c>Buyer's Agent Signature</span><p style="margin-top:20px">${B("date", "buyer_agent", 1, 150)}</p><span class=c>Date</span></td><td><p style="margin-top:26px">${B("signature", "seller", 1, 280)}</p><span class=c>Seller Signature</span><p style="margin-top:20px">${B("date", "seller", 1, 150)}</p><span class=c>Date</span><p style="margin-top:20px">${F(280)}</p><span class=c>Brokerage Firm Representing Seller</span><p style="margin-top:20px">${B("signature", "listing_agent", 1, 280)}</p><span class=c>Listing Agent Signature</span><p style="margin-top:20px">${B("date", "listing_agent", 1, 150)}</p><span class=c>Date</span></td></tr></table>`,
    ),
    "dotted leaders": pg(
      `<h1>Tenancy Deposit Form</h1><p>Address of property .......................................................................................</p>${P(3)}<p style="margin-top:26px">Tenant 1 signature ${U("signature", "tenant", 1, 56, ".")} Date ${U("date", "tenant", 1, 24, ".")}</p><p style="margin-top:22px">Tenant 2 signature ${U("signature", "tenant", 2, 56, ".")} Date ${U("date", "tenant", 2, 24, ".")}</p><p style="margin-top:22px">Landlord signature ${U("signature", "landlord", 1, 56, ".")} Date ${U("date", "landlord", 1, 24, ".")}</p>`,
    ),
    "date slashes": pg(
      `<h1>Notice</h1>${P(4)}<p style="margin-top:30px">Seller’s signature ${U("signature", "seller", 1, 36)} Date <span ${S("date", "seller", 1)}>____/____/______</span></p><p style="margin-top:30px">Seller’s signature ${U("signature", "seller", 2, 36)} Date <span ${S("date", "seller", 2)}>____/____/______</span></p><p style="margin-top:30px">Broker’s signature ${U("signature", "broker", 1, 36)} Date <span ${S("date", "broker", 1)}>____/____/______</span></p>`,
    ),
    "side by side buyer pair then date time row": pg(
      `<h1>Counterproposal</h1>${P(3)}<div style="display:flex;gap:40px;margin-top:40px"><div style="width:320px"><div ${S("signature", "buyer", 1)} style="border-bottom:1px solid;height:20px"></div><div style="display:flex;justify-content:space-between" class=c><span>(Buyer)</span></div><div style="display:flex;gap:12px;margin-top:18px"><div style="width:150px"><div ${S("date", "buyer", 1)} style="border-bottom:1px solid;height:16px"></div><span class=c>(Date)</span></div><div style="width:150px"><div style="border-bottom:1px solid;height:16px"></div><span class=c>(Time)</span></div></div></div><div style="width:320px"><div ${S("signature", "buyer", 2)} style="border-bottom:1px solid;height:20px"></div><span class=c>(Buyer)</span><div style="display:flex;gap:12px;margin-top:18px"><div style="width:150px"><div ${S("date", "buyer", 2)} style="border-bottom:1px solid;height:16px"></div><span class=c>(Date)</span></div><div style="width:150px"><div style="border-bottom:1px solid;height:16px"></div><span class=c>(Time)</span></div></div></div></div>`,
    ),
    "initial here boxes beside clauses": pg(
      `<h1>Notice to Buyers</h1>${lorem
        .slice(0, 5)
        .map(
          (t) =>
            `<table style="width:100%;margin-top:10px"><tr><td style="width:130px;vertical-align:top"><table class=b><tr><td style="width:52px;height:30px" ${S("initials", "buyer", 1)}><span class=c>Buyer 1</span><td style="width:52px" ${S("initials", "buyer", 2)}><span class=c>Buyer 2</span></tr></table><td>${t}</tr></table>`,
        )
        .join(
          "",
        )}<p>By initialing above and signing below Buyers confirm they read this notice.</p><p style="margin-top:30px">${B("signature", "buyer", 1, 280)} &nbsp; ${B("signature", "buyer", 2, 280)}</p><p class=c>Buyer 1 signature<span style="display:inline-block;width:225px"></span>Buyer 2 signature</p>`,
    ),
    "header block fill-in table, no signers": pg(
      `<h1>Property Data Sheet</h1><table class=b style="width:100%">${["Owner name", "Property address", "County", "Parcel number", "Year built", "Heating", "Asking price", "Date listed"].map((t) => `<tr style="height:30px"><td style="width:180px">${t}<td></tr>`).join("")}</table><p>Remarks: ${F(560)}</p><p>${F(640)}</p><p>${F(640)}</p><p><u>For office use only</u></p><p>Entered by: ${F(140)} Checked: <span class=box></span></p>`,
    ),
    "underlined headings, rules": pg(
      `<h1 style="border-bottom:2px solid #000">Consumer Notice</h1><h2><u>What this means</u></h2>${P(2)}<hr><h2><u>Your choices</u></h2>${P(2, 2)}<hr><p style="margin-top:40px">I/We acknowledge receipt of this notice.</p><p style="margin-top:24px">Consumer: ${B("signature", "", 0, 260)} Date: ${B("date", "", 0, 110)}</p><p style="margin-top:24px">Licensee: ${B("signature", "", 0, 260)} Date: ${B("date", "", 0, 110)}</p>`,
    ),
    "seller column left labels aligned right": pg(
      `<h1>Bill of Sale</h1>${P(3)}<table style="margin-left:120px">${[
        ["Seller signature:", "signature", "seller", 1, 280],
        ["Date signed:", "date", "seller", 1, 140],
        ["Co-seller signature:", "signature", "seller", 2, 280],
        ["Date signed:", "date", "seller", 2, 140],
        ["Buyer signature:", "signature", "buyer", 1, 280],
        ["Date signed:", "date", "buyer", 1, 140],
      ]
        .map(
          ([t, k, r, n, w]) =>
            `<tr style="height:34px;vertical-align:bottom"><td style="text-align:right;padding-right:8px">${t}<td>${B(k, r, n, w)}</tr>`,
        )
        .join("")}</table>`,
    ),
    "four buyers grid": pg(
      `<h1>Joint Purchase Agreement</h1>${P(3)}<div style="display:grid;grid-template-columns:1fr 1fr;gap:30px 40px;margin-top:30px">${[1, 2, 3, 4].map((n) => `<div><div style="border-bottom:1px solid;height:22px" ${S("signature", "buyer", n)}></div><div class=c>Buyer #${n}</div><div style="border-bottom:1px solid;height:22px;width:160px" ${S("date", "buyer", n)}></div><div class=c>Date</div></div>`).join("")}</div><div class=foot>Initials: B1 ${B("initials", "buyer", 1, 36)} B2 ${B("initials", "buyer", 2, 36)} B3 ${B("initials", "buyer", 3, 36)} B4 ${B("initials", "buyer", 4, 36)}</div>`,
    ),
    "typed Courier block": pg(`<pre style="font:12px/1.6 'DejaVu Sans Mono'">
                       AMENDMENT TO PURCHASE AGREEMENT

Date: ______________          Property: ______________________________

1. The closing date is changed to ____________________, 20____.
2. The purchase price is changed to $_________________.
3. Other: ____________________________________________________________
   ___________________________________________________________________

${U("signature", "buyer", 1, 32)}    ${U("date", "buyer", 1, 14)}
Buyer's Signature                   Date

${U("signature", "buyer", 2, 32)}    ${U("date", "buyer", 2, 14)}
Buyer's Signature                   Date

${U("signature", "seller", 1, 32)}    ${U("date", "seller", 1, 14)}
Seller's Signature                  Date

${U("signature", "seller", 2, 32)}    ${U("date", "seller", 2, 14)}
Seller's Signature                  Date
</pre>`),
    "escrow three parties stacked": pg(
      `<h1>Escrow Instructions</h1>${P(2)}${[
        ["Purchaser", "buyer"],
        ["Seller", "seller"],
        ["Listing Broker", "broker"],
      ]
        .map(
          ([c, r]) =>
            `<div style="border-top:1px solid #999;margin-top:16px;padding-top:6px"><b>${c}</b><div style="display:flex;gap:16px;margin-top:18px"><div style="width:280px;border-top:1px solid" class=c><span ${S("signature", r === "broker" ? "listing_agent" : r, 1)} style="display:block;height:0;width:280px"></span>Signature</div><div style="width:200px;border-top:1px solid" class=c>Print name</div><div style="width:110px;border-top:1px solid" class=c><span ${S("date", r === "broker" ? "listing_agent" : r, 1)} style="display:block;height:0;width:110px"></span>Date</div></div></div>`,
        )
        .join("")}`,
    ),
    "sentence style acknowledgements": pg(
      `<h1>Receipt</h1>${P(2)}<p>Buyer acknowledges receipt of a copy of this page. Buyer’s Initials ${U("initials", "buyer", 1, 6)}/${U("initials", "buyer", 2, 6)} Seller acknowledges receipt of a copy of this page. Seller’s Initials ${U("initials", "seller", 1, 6)}/${U("initials", "seller", 2, 6)}</p>${P(2, 2)}<p style="margin-top:30px">Date: ${U("date", "buyer", 1, 16)} Time: ${"_".repeat(10)} Buyer: ${U("signature", "buyer", 1, 34)}</p><p style="margin-top:26px">Date: ${U("date", "buyer", 2, 16)} Time: ${"_".repeat(10)} Buyer: ${U("signature", "buyer", 2, 34)}</p><p style="margin-top:26px">Date: ${U("date", "seller", 1, 16)} Time: ${"_".repeat(10)} Seller: ${U("signature", "seller", 1, 34)}</p>`,
    ),
    "legal with page footer underscores": pg(
      `<h1>OFFER TO LEASE</h1>${P(6)}<div class=foot style="display:flex;justify-content:space-between"><span>Initials of Landlord ${U("initials", "landlord", 1, 5)} ${U("initials", "landlord", 2, 5)}</span><span>Page 2 of 6</span><span>Initials of Tenant ${U("initials", "tenant", 1, 5)} ${U("initials", "tenant", 2, 5)}</span></div>`,
    ),
    "initials circled ovals": pg(
      `<h1>AGREEMENT OF PURCHASE</h1>${P(6)}<div class=foot>INITIALS OF BUYER(S): <span style="display:inline-block;width:90px;height:26px;border:1px solid #000;border-radius:13px;vertical-align:middle" ${S("initials", "buyer", 1)}></span><span style="display:inline-block;width:110px"></span>INITIALS OF SELLER(S): <span style="display:inline-block;width:90px;height:26px;border:1px solid #000;border-radius:13px;vertical-align:middle" ${S("initials", "seller", 1)}></span></div>`,
    ),
    "signature box big": pg(
      `<h1>Authorization</h1>${P(3)}<div style="display:flex;gap:20px;margin-top:20px"><div><div>Tenant’s signature</div><div style="width:300px;height:50px;border:1px solid #000" ${S("signature", "tenant", 1)}></div></div><div><div>Date</div><div style="width:130px;height:50px;border:1px solid #000" ${S("date", "tenant", 1)}></div></div></div><div style="display:flex;gap:20px;margin-top:20px"><div><div>Landlord’s signature</div><div style="width:300px;height:50px;border:1px solid #000" ${S("signature", "landlord", 1)}></div></div><div><div>Date</div><div style="width:130px;height:50px;border:1px solid #000" ${S("date", "landlord", 1)}></div></div></div>`,
    ),
    "two-col numbered sellers/buyers, names prefilled": pg(
      `<h1>Closing Extension</h1>${P(3)}<table style="width:100%;margin-top:20px"><tr><td style="width:50%"><b>SELLER</b><p style="margin-top:26px">${B("signature", "seller", 1, 270)}<br>Ingrid Solvang</p><p>Date: ${B("date", "seller", 1, 120)}</p><p style="margin-top:26px">${B("signature", "seller", 2, 270)}<br>Per Solvang</p><p>Date: ${B("date", "seller", 2, 120)}</p></td><td><b>BUYER</b><p style="margin-top:26px">${B("signature", "buyer", 1, 270)}<br>Odalys Finch</p><p>Date: ${B("date", "buyer", 1, 120)}</p><p style="margin-top:26px">${B("signature", "buyer", 2, 270)}<br>Renn Abara</p><p>Date: ${B("date", "buyer", 2, 120)}</p></td></tr></table>`,
    ),
    "contingency removal initials by line start": pg(
      `<h1>Contingency Removal</h1><p>Buyer removes the contingencies initialed below:</p>${["Loan", "Appraisal", "Physical inspection", "Sale of buyer’s property"].map((t) => `<p style="margin-top:12px">${B("initials", "buyer", 1, 38)} ${B("initials", "buyer", 2, 38)} &nbsp; ${t}</p>`).join("")}<p style="margin-top:30px">Date ${B("date", "buyer", 1, 110)} Buyer ${B("signature", "buyer", 1, 240)}</p><p style="margin-top:24px">Date ${B("date", "buyer", 2, 110)} Buyer ${B("signature", "buyer", 2, 240)}</p>`,
    ),
    "witness pairs lease": pg(
      `<h1>Residential Lease</h1>${P(3)}<table style="width:100%">${[
        ["Landlord", "landlord", 1],
        ["Tenant", "tenant", 1],
        ["Tenant", "tenant", 2],
      ]
        .map(
          ([c, r, n], i) =>
            `<tr><td style="padding-top:30px;width:50%">${B("signature", r, n, 280)}<br><span class=c>${c}</span></td><td style="padding-top:30px">${B("signature", "witness", i + 1, 280)}<br><span class=c>Witness as to ${c}</span></td></tr>`,
        )
        .join("")}</table>`,
    ),
  };
}

function second() {
  const lorem = [
    "Lessee shall keep the premises in a clean and sanitary condition and return them in the same state, ordinary wear excepted.",
    "Should any survey reveal an encroachment, the party who ordered it must notify the other in writing without delay.",
    "Taxes and assessments for the current year are prorated as of the day of closing on the basis of a calendar year.",
    "The brokers named in this form are not parties to the contract and make no warranty of any kind.",
    "No amendment is effective unless it is in writing and bears the signatures of everyone to be bound.",
    "Risk of loss remains with the owner of record until the deed is delivered and accepted.",
  ];
  const P = (n, o = 0) =>
    Array.from({ length: n }, (_, i) => `<p>${i + 1 + o}. ${lorem[(i + o) % 6]} ${lorem[(i + o + 2) % 6]}</p>`).join("");
  const pg = (h, a = "", b = "") =>
    `<div class="page k2 ${/^[a-z]{0,4}$/.test(a) ? a : b}" style="${/^[a-z]{0,4}$/.test(a) ? b : a}">${h}</div>`;
  return {
    "margin initial one per clause both buyers": pg(
      `<h1>DISCLOSURES TO PURCHASERS</h1>${lorem.map((t, i) => `<div style="display:flex;gap:20px;margin-top:10px"><div style="flex:1">${i + 1}) ${t}</div><div style="width:120px;align-self:flex-end;white-space:nowrap">${B("initials", "buyer", 1, 50)} / ${B("initials", "buyer", 2, 50)}</div></div>`).join("")}<p class=c style="text-align:right">Purchasers’ initials</p><p style="margin-top:34px">${B("signature", "buyer", 1, 260)} &nbsp; ${B("signature", "buyer", 2, 260)}</p><p class=c>Purchaser<span style="display:inline-block;width:230px"></span>Purchaser</p>`,
    ),
    "lessor lessee blocks label-left": pg(
      `<h1>GROUND LEASE – EXECUTION PAGE</h1>${P(2)}${[
        ["LESSOR", "landlord", 64],
        ["LESSEE", "tenant", 440],
      ]
        .map(
          ([c, r, x]) =>
            T(x, 400, c, 12, "font-weight:bold") +
            [
              ["Signature:", "signature", 0],
              ["Print Name:", "", 34],
              ["Date:", "date", 68],
            ]
              .map(([t, k, d]) => T(x, 440 + d, t) + L(k, r, 1, x + 76, 440 + d, 220))
              .join("") +
            T(x, 560, "") +
            [
              ["Signature:", "signature", 0],
              ["Print Name:", "", 34],
              ["Date:", "date", 68],
            ]
              .map(([t, k, d]) => T(x, 580 + d, t) + L(k, r, 2, x + 76, 580 + d, 220))
              .join(""),
        )
        .join("")}`,
    ),
    "people in columns, kinds in rows": pg(
      `<h1>Price Change</h1>${P(3)}<table class=b style="width:100%;margin-top:20px"><tr><th style="width:90px"><th>Buyer 1<th>Buyer 2<th>Seller 1<th>Seller 2</tr>${[
        ["Signature", "signature", 44],
        ["Initials", "initials", 28],
        ["Date", "date", 28],
      ]
        .map(
          ([t, k, h]) =>
            `<tr style="height:${h}px"><td>${t}${[
              ["buyer", 1],
              ["buyer", 2],
              ["seller", 1],
              ["seller", 2],
            ]
              .map(([r, n]) => `<td ${S(k, r, n)}>`)
              .join("")}</tr>`,
        )
        .join("")}</table>`,
    ),
    "agreed and accepted": pg(
      `<h1>Repair Agreement</h1>${P(3)}<p style="margin-top:20px"><b>AGREED AND ACCEPTED BY SELLER(S):</b></p>${[1, 2].map((n) => `<p style="margin-top:22px">Signature ${B("signature", "seller", n, 280)} Date ${B("date", "seller", n, 120)}</p>`).join("")}<p style="margin-top:24px"><b>AGREED AND ACCEPTED BY BUYER(S):</b></p>${[1, 2].map((n) => `<p style="margin-top:22px">Signature ${B("signature", "buyer", n, 280)} Date ${B("date", "buyer", n, 120)}</p>`).join("")}`,
      "",
      "tr",
    ),
    "captions right of lines": pg(
      `<h1>Withdrawal of Offer</h1>${P(3)}${[
        ["Buyer", "buyer", 1],
        ["Buyer", "buyer", 2],
        ["Seller", "seller", 1],
        ["Seller", "seller", 2],
      ]
        .map(
          ([c, r, n]) => `<p style="margin-top:30px">${B("signature", r, n, 280)} ${c} &nbsp;&nbsp;&nbsp; ${B("date", r, n, 120)} Date</p>`,
        )
        .join("")}`,
    ),
    "X glued to underscores": pg(
      `<h1>Tenant Estoppel</h1>${P(3)}<p style="margin-top:30px">Tenant: X${U("signature", "tenant", 1, 32)} Date${U("date", "tenant", 1, 14)}</p><p style="margin-top:30px">Tenant: X${U("signature", "tenant", 2, 32)} Date${U("date", "tenant", 2, 14)}</p><p style="margin-top:30px">Landlord: X${U("signature", "landlord", 1, 32)} Date${U("date", "landlord", 1, 14)}</p>`,
    ),
    "boxes then initials": pg(
      `<h1>Home Warranty Election</h1><table class=b style="width:100%"><tr><th style="width:56%">Election<th>Buyer 1 Initials<th>Buyer 2 Initials</tr>${["<span class=box></span> Buyer elects a home warranty paid by Seller", "<span class=box></span> Buyer elects a home warranty paid by Buyer", "<span class=box></span> Buyer declines a home warranty"].map((t) => `<tr style="height:32px"><td>${t}<td ${S("initials", "buyer", 1)}><td ${S("initials", "buyer", 2)}></tr>`).join("")}</table>${P(2)}<p style="margin-top:40px;text-align:center">${B("signature", "buyer", 1, 300)}</p><p style="text-align:center;font-size:10px">(Signature of Buyer 1)</p><p style="margin-top:26px;text-align:center">${B("signature", "buyer", 2, 300)}</p><p style="text-align:center;font-size:10px">(Signature of Buyer 2)</p>`,
    ),
    "dated at, then row of two": pg(
      `<h1>OFFER</h1>${P(3)}<p>Dated ${F(130)}, 20${F(24)} at ${F(60)} a.m./p.m.</p><p style="margin-top:30px">Buyer ${B("signature", "buyer", 1, 250)} &nbsp; Buyer ${B("signature", "buyer", 2, 250)}</p><h2>ACCEPTANCE</h2><p>Seller accepts the foregoing offer and agrees to sell on the terms stated.</p><p>Dated ${F(130)}, 20${F(24)} at ${F(60)} a.m./p.m.</p><p style="margin-top:30px">Seller ${B("signature", "seller", 1, 250)} &nbsp; Seller ${B("signature", "seller", 2, 250)}</p>`,
      "",
      "tr",
    ),
    "broker rows": pg(
      `<h1>Broker Confirmation</h1>${P(2)}<p style="margin-top:24px">Listing Brokerage ${F(180)} By ${B("signature", "listing_agent", 1, 180)} Date ${B("date", "listing_agent", 1, 80)}</p><p style="margin-top:24px">Selling Brokerage ${F(180)} By ${B("signature", "buyer_agent", 1, 180)} Date ${B("date", "buyer_agent", 1, 80)}</p>`,
    ),
    "agent signature stack": pg(
      `<h1>Dual Agency Consent</h1>${P(2)}${[
        ["Buyer’s Signature", "buyer", 1],
        ["Buyer’s Signature", "buyer", 2],
        ["Seller’s Signature", "seller", 1],
        ["Seller’s Signature", "seller", 2],
        ["Listing Agent’s Signature", "listing_agent", 1],
        ["Buyer’s Agent’s Signature", "buyer_agent", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<div style="display:flex;gap:20px;margin-top:22px"><div><div style="width:300px;border-bottom:1px solid;height:18px" ${S("signature", r, n)}></div><span class=c>${c}</span></div><div><div style="width:130px;border-bottom:1px solid;height:18px" ${S("date", r, n)}></div><span class=c>Date</span></div></div>`,
        )
        .join("")}`,
    ),
    "drawn initials boxes label left": pg(
      `<h1>Smoke Detector Addendum</h1>${lorem
        .slice(0, 4)
        .map(
          (t, i) =>
            `<p>${i + 1}. ${t}</p><p style="text-align:right">Tenant initials <span style="display:inline-block;width:44px;height:22px;border:1px solid #000;vertical-align:middle" ${S("initials", "tenant", 1)}></span> <span style="display:inline-block;width:44px;height:22px;border:1px solid #000;vertical-align:middle" ${S("initials", "tenant", 2)}></span></p>`,
        )
        .join("")}`,
    ),
    "initial blanks in the left margin, heading says": pg(
      `<h1>Seller Advisory</h1><p><b>Sellers: initial each statement.</b></p>${lorem
        .slice(0, 5)
        .map(
          (t) =>
            `<p style="padding-left:90px;text-indent:-90px">${U("initials", "seller", 1, 5)} ${U("initials", "seller", 2, 5)} &nbsp; ${t}</p>`,
        )
        .join(
          "",
        )}<p style="margin-top:30px">Seller ${U("signature", "seller", 1, 34)} Date ${U("date", "seller", 1, 14)}</p><p style="margin-top:24px">Seller ${U("signature", "seller", 2, 34)} Date ${U("date", "seller", 2, 14)}</p>`,
    ),
    "footer columns two-line": pg(
      `<h1>CONTRACT FOR SALE</h1>${P(6)}<div class=foot><table style="width:100%"><tr><td>Buyer’s Initials</td><td>${B("initials", "buyer", 1, 40)}</td><td>${B("initials", "buyer", 2, 40)}</td><td style="text-align:center">Form 27 Rev. 4/26<br>Page 3 of 9</td><td>Seller’s Initials</td><td>${B("initials", "seller", 1, 40)}</td><td>${B("initials", "seller", 2, 40)}</td></tr></table></div>`,
    ),
    "footer caption under each initials line": pg(
      `<h1>PURCHASE TERMS</h1>${P(6)}<div class=foot style="display:flex;gap:16px;justify-content:flex-end">${[
        ["Buyer", "buyer", 1],
        ["Buyer", "buyer", 2],
        ["Seller", "seller", 1],
        ["Seller", "seller", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<div style="width:52px;text-align:center"><div style="border-bottom:1px solid;height:16px" ${S("initials", r, n)}></div><span class=c>${c}</span></div>`,
        )
        .join("")}</div>`,
    ),
    "signature row, three columns, spouse": pg(
      `<h1>Quitclaim Instruction</h1>${P(3)}<table style="width:100%;margin-top:30px">${[
        ["Seller", "seller", 1],
        ["Seller", "seller", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<tr><td style="width:45%;padding:24px 10px 0 0"><div style="border-bottom:1px solid" ${S("signature", r, n)}>&nbsp;</div><span class=c>${c} (sign)</span><td style="width:35%;padding:24px 10px 0 0"><div style="border-bottom:1px solid" >&nbsp;</div><span class=c>${c} (print name)</span><td style="padding-top:24px"><div style="border-bottom:1px solid" ${S("date", r, n)}>&nbsp;</div><span class=c>Date</span></tr>`,
        )
        .join("")}</table>`,
    ),
    "paragraph signature inline": pg(
      `<h1>Authorization to Show</h1>${P(3)}<p style="margin-top:30px">Owner signature: ${U("signature", "seller", 1, 40)}</p><p style="margin-top:20px">Printed name: ${"_".repeat(36)} Date: ${U("date", "seller", 1, 16)}</p><p style="margin-top:30px">Owner signature: ${U("signature", "seller", 2, 40)}</p><p style="margin-top:20px">Printed name: ${"_".repeat(36)} Date: ${U("date", "seller", 2, 16)}</p>`,
    ),
    "numbered lines under SELLERS / BUYERS in table without lines": pg(
      `<h1>Mutual Cancellation</h1>${P(3)}<table class=b style="width:100%"><tr><th style="width:50%">BUYERS<th>SELLERS</tr>${[1, 2].map((n) => `<tr><td style="height:64px"><p style="margin-top:20px">${B("signature", "buyer", n, 190)} ${B("date", "buyer", n, 80)}</p><span class=c>Signature<span style="display:inline-block;width:158px"></span>Date</span><td><p style="margin-top:20px">${B("signature", "seller", n, 190)} ${B("date", "seller", n, 80)}</p><span class=c>Signature<span style="display:inline-block;width:158px"></span>Date</span></tr>`).join("")}</table>`,
    ),
    "waiver with yes/no initials": pg(
      `<h1>Lead Paint Inspection</h1><p>Buyer to initial one:</p><p style="margin-top:16px">${B("initials", "buyer", 1, 44)} ${B("initials", "buyer", 2, 44)} Buyer elects to conduct a risk assessment within ten days.</p><p style="margin-top:16px">${B("initials", "buyer", 1, 44)} ${B("initials", "buyer", 2, 44)} Buyer waives the opportunity to conduct a risk assessment.</p>${P(3)}<p style="margin-top:40px">${B("signature", "buyer", 1, 260)} &nbsp; ${B("date", "buyer", 1, 100)}</p><p class=c>BUYER<span style="display:inline-block;width:242px"></span>DATE</p><p style="margin-top:30px">${B("signature", "buyer", 2, 260)} &nbsp; ${B("date", "buyer", 2, 100)}</p><p class=c>BUYER<span style="display:inline-block;width:242px"></span>DATE</p>`,
    ),
    "grid of labels above in cells with role band": pg(
      `<h1>Earnest Money Release</h1>${P(2)}${[
        ["BUYER 1", "buyer", 1],
        ["BUYER 2", "buyer", 2],
        ["SELLER 1", "seller", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<table class=b style="width:100%;margin-top:12px"><tr><td colspan=3 style="background:#ddd"><b>${c}</b></td></tr><tr style="height:38px"><td style="width:50%" ${S("signature", r, n)}><span class=c>Signature</span><td style="width:30%"><span class=c>Name</span><td ${S("date", r, n)}><span class=c>Date Signed</span></tr></table>`,
        )
        .join("")}`,
    ),
    "commercial: authorised rep": pg(
      `<h1>LETTER OF INTENT</h1>${P(3)}<p>ACCEPTED AND AGREED:</p><div style="display:flex;gap:60px;margin-top:10px">${[
        ["PURCHASER:", "buyer", "Lantern Hill Ventures LLC"],
        ["SELLER:", "seller", "Corriedale Holdings, Inc."],
      ]
        .map(
          ([c, r, e]) =>
            `<div style="width:300px"><b>${c}</b><br>${e}<br><br><div style="border-bottom:1px solid;height:22px" ${S("signature", r, 1)}></div>Authorized Signature<br><br><div style="border-bottom:1px solid;height:22px"></div>Name and Title<br><br><div style="border-bottom:1px solid;height:22px" ${S("date", r, 1)}></div>Date</div>`,
        )
        .join("")}</div>`,
    ),
    "no labels but titles and numbers": pg(
      `<h1>Roommate Agreement</h1>${P(3)}<h2>Tenants</h2>${[1, 2, 3].map((n) => `<p style="margin-top:18px">${n}) ${B("signature", "tenant", n, 300)} date ${B("date", "tenant", n, 110)}</p>`).join("")}<h2>Landlord</h2><p style="margin-top:18px">1) ${B("signature", "landlord", 1, 300)} date ${B("date", "landlord", 1, 110)}</p>`,
    ),
    "plain info sheet no signing": pg(
      `<h1>Closing Worksheet</h1><p>Buyer: ${F(260)} Seller: ${F(220)}</p><p>Property: ${F(500)}</p><p>Closing date: ${F(120)} Time: ${F(80)} Location: ${F(220)}</p><table class=b style="width:100%"><tr><th>Item<th>Buyer<th>Seller<th>Notes</tr>${["Title search", "Survey", "Transfer tax", "Recording", "Home warranty"].map((t) => `<tr style="height:28px"><td>${t}<td style="width:90px"><td style="width:90px"><td></tr>`).join("")}</table><p>Prepared by: ${F(200)}</p>`,
    ),
    "cover letter with rules": pg(
      `<div style="border-bottom:2px solid #000;font-size:20px">Heron &amp; Marsh Settlement</div><p>RE: Fennel Court</p>${P(3)}<p>Sincerely,</p><br><br><p>Calla Nyberg<br>Settlement Officer</p><hr><p class=c>This message is confidential.</p>`,
    ),
    "initials strip top right of page": pg(
      `<div style="position:absolute;right:64px;top:24px;font-size:9px">Buyer ${B("initials", "buyer", 1, 32)} ${B("initials", "buyer", 2, 32)} Seller ${B("initials", "seller", 1, 32)} ${B("initials", "seller", 2, 32)} <i>(initial)</i></div><h1>CONTRACT</h1>${P(5)}`,
    ),
    "broker and witness": pg(
      `<h1>Listing Contract</h1>${P(3)}<table style="width:100%"><tr><td style="width:50%;vertical-align:top"><b>SIGNED IN THE PRESENCE OF:</b><p style="margin-top:30px">${B("signature", "witness", 1, 270)}</p><span class=c>Witness</span><p style="margin-top:30px">${B("signature", "witness", 2, 270)}</p><span class=c>Witness</span></td><td><b>OWNER(S):</b><p style="margin-top:30px">${B("signature", "seller", 1, 270)}</p><span class=c>Owner</span><p style="margin-top:30px">${B("signature", "seller", 2, 270)}</p><span class=c>Owner</span></td></tr></table><p style="margin-top:30px">Broker: ${B("signature", "broker", 1, 260)} Date: ${B("date", "broker", 1, 120)}</p>`,
    ),
  };
}

function third() {
  const lorem = [
    "Possession is delivered upon recording of the deed unless a separate occupancy agreement is attached.",
    "The appliances, window coverings and garden shed seen at the viewing remain with the property.",
    "Each party may retain an inspector of their own choosing, at their own expense, within the period stated.",
    "A deposit of the stated amount is held in trust by the firm named until completion or termination.",
    "If financing is refused the agreement ends, and the deposit is returned without deduction.",
    "Both parties waive trial by jury in any action that arises from this agreement.",
  ];
  const P = (n, o = 0) =>
    Array.from({ length: n }, (_, i) => `<p>${i + 1 + o}. ${lorem[(i + o) % 6]} ${lorem[(i + o + 3) % 6]}</p>`).join("");
  const pg = (h, a = "", b = "") =>
    `<div class="page k3 ${/^[a-z]{0,4}$/.test(a) ? a : b}" style="${/^[a-z]{0,4}$/.test(a) ? b : a}">${h}</div>`;
  return {
    "initials with dates in footer": pg(
      `<h1>REAL ESTATE PURCHASE CONTRACT</h1>${P(6)}<div class=foot>BUYER’S INITIALS: ${U("initials", "buyer", 1, 6)} / ${U("initials", "buyer", 2, 6)} DATE: ${U("date", "buyer", 1, 10)} &nbsp;&nbsp; SELLER’S INITIALS: ${U("initials", "seller", 1, 6)} / ${U("initials", "seller", 2, 6)} DATE: ${U("date", "seller", 1, 10)}</div>`,
    ),
    "sig date time plus address phone": pg(
      `<h1>Offer and Acceptance</h1>${P(3)}${[
        ["Buyer’s Signature", "buyer", 1],
        ["Buyer’s Signature", "buyer", 2],
        ["Seller’s Signature", "seller", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<p style="margin-top:24px">${c} ${B("signature", r, n, 230)} Date ${B("date", r, n, 80)} Time ${F(60)} AM/PM</p><p style="margin-top:14px">Address ${F(300)} Phone ${F(120)}</p>`,
        )
        .join("")}`,
    ),
    "receipt acknowledged": pg(
      `<h1>Notice of Agency</h1>${P(4)}<p style="margin-top:24px">Receipt acknowledged: Buyer ${B("initials", "buyer", 1, 40)} ${B("initials", "buyer", 2, 40)} (initials) ${B("date", "buyer", 1, 80)} (date)</p><p style="margin-top:20px">Receipt acknowledged: Seller ${B("initials", "seller", 1, 40)} ${B("initials", "seller", 2, 40)} (initials) ${B("date", "seller", 1, 80)} (date)</p>`,
      "tr",
    ),
    "table name signature date, tenants guarantor": pg(
      `<h1>Lease Signature Page</h1>${P(2)}<table class=b style="width:100%">${`<tr><th style="width:18%">Party<th style="width:27%">Printed Name<th>Signature<th style="width:16%">Date</tr>`}${[
        ["Tenant:", "tenant", 1],
        ["Tenant:", "tenant", 2],
        ["Guarantor:", "", 0],
        ["Landlord:", "landlord", 1],
      ]
        .map(([c, r, n]) => `<tr style="height:36px"><td>${c}<td><td ${S("signature", r, n)}><td ${S("date", r, n)}></tr>`)
        .join("")}</table>`,
    ),
    "brackets with spaces": pg(
      `<h1>CALLOW COUNTY RESIDENTIAL AGREEMENT</h1>${P(8)}<div class=foot>Buyer’s Initials ( <span ${S("initials", "buyer", 1)} style="display:inline-block;width:50px"></span> ) ( <span ${S("initials", "buyer", 2)} style="display:inline-block;width:50px"></span> ) &nbsp;&nbsp;&nbsp; Seller’s Initials ( <span ${S("initials", "seller", 1)} style="display:inline-block;width:50px"></span> ) ( <span ${S("initials", "seller", 2)} style="display:inline-block;width:50px"></span> )</div>`,
    ),
    "day of month accepted by": pg(
      `<h1>ACCEPTANCE OF OFFER</h1>${P(3)}<p>Offered by Buyer this ${F(40)} day of ${F(110)}, 20${F(24)}.</p><p style="margin-top:26px">${B("signature", "buyer", 1, 270)} &nbsp;&nbsp;&nbsp; ${B("signature", "buyer", 2, 270)}</p><p class=c>Buyer<span style="display:inline-block;width:270px"></span>Buyer</p><p>Accepted by Seller this ${F(40)} day of ${F(110)}, 20${F(24)}.</p><p style="margin-top:26px">${B("signature", "seller", 1, 270)} &nbsp;&nbsp;&nbsp; ${B("signature", "seller", 2, 270)}</p><p class=c>Seller<span style="display:inline-block;width:268px"></span>Seller</p>`,
      "tr",
    ),
    "one line name signature date": pg(
      `<h1>House Rules Acknowledgment</h1>${P(4)}${[1, 2, 3].map((n) => `<p style="margin-top:22px">Tenant Name (print): ${B("name", "tenant", n, 170)} Signature: ${B("signature", "tenant", n, 190)} Date: ${B("date", "tenant", n, 70)}</p>`).join("")}<p style="margin-top:22px">Manager Name (print): ${F(165)} Signature: ${B("signature", "", 0, 190)} Date: ${B("date", "", 0, 70)}</p>`,
    ),
    "two signatures side by side, dates below": pg(
      `<h1>Release of Contingency</h1>${P(3)}<div style="display:grid;grid-template-columns:1fr 1fr;gap:34px 50px;margin-top:36px">${[
        ["Seller", "seller", 1],
        ["Seller", "seller", 2],
        ["Buyer", "buyer", 1],
        ["Buyer", "buyer", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<div><div style="border-bottom:1px solid;height:20px" ${S("signature", r, n)}></div><div class=c>${c}’s Signature</div><p style="margin-top:14px">Date: ${B("date", r, n, 140)}</p></div>`,
        )
        .join("")}</div>`,
    ),
    "attorney in fact": pg(
      `<h1>Limited Power Addendum</h1>${P(3)}<p style="margin-top:20px"><b>SELLER:</b></p><p style="margin-top:24px">${B("signature", "seller", 1, 280)}</p><p class=c>By: attorney-in-fact for the Seller</p><p style="margin-top:20px">Date: ${B("date", "seller", 1, 130)}</p><p style="margin-top:26px"><b>BUYER:</b></p><p style="margin-top:24px">${B("signature", "buyer", 1, 280)}</p><p class=c>Signature of Buyer</p><p style="margin-top:20px">Date: ${B("date", "buyer", 1, 130)}</p>`,
    ),
    "init columns by clause": pg(
      `<h1>Summary of Terms</h1><table class=b style="width:100%"><tr><th style="width:36px">No.<th>Term<th style="width:66px">Buyer Init.<th style="width:66px">Seller Init.</tr>${lorem.map((t, i) => `<tr><td>${i + 1}<td>${t}<td ${S("initials", "buyer", 1)}><td ${S("initials", "seller", 1)}></tr>`).join("")}</table>`,
    ),
    "X underscores initial": pg(
      `<h1>Radon Notice</h1>${P(4)}<p style="margin-top:20px">Buyer(s) initials: X${U("initials", "buyer", 1, 6)} X${U("initials", "buyer", 2, 6)} Seller(s) initials: X${U("initials", "seller", 1, 6)} X${U("initials", "seller", 2, 6)}</p>`,
      "ca",
    ),
    "boxed completed by seller": pg(
      `<h1>Utility Transfer</h1><div style="border:1.5px solid #000;padding:10px"><b>TO BE COMPLETED BY SELLER</b><p>Final reading date: ${F(110)} Account no.: ${F(160)}</p><p style="margin-top:20px">Signature: ${B("signature", "seller", 1, 260)} Date: ${B("date", "seller", 1, 100)}</p></div><div style="border:1.5px solid #000;padding:10px;margin-top:14px"><b>TO BE COMPLETED BY BUYER</b><p>Start of service: ${F(110)} Account no.: ${F(160)}</p><p style="margin-top:20px">Signature: ${B("signature", "buyer", 1, 260)} Date: ${B("date", "buyer", 1, 100)}</p></div>`,
    ),
    "landlord tenant disclosure 745.113": pg(
      `<h1>Disclosure of Lead Hazards</h1><h2>Lessor’s Disclosure</h2><p>(a) Presence of lead-based paint (initial (i) or (ii) below):</p><p style="padding-left:20px">(i) ${B("initials", "landlord", 1, 40)} Known lead-based paint is present in the housing (explain).</p><p style="padding-left:60px">${F(500)}</p><p style="padding-left:20px">(ii) ${B("initials", "landlord", 1, 40)} Lessor has no knowledge of lead-based paint in the housing.</p><h2>Lessee’s Acknowledgment (initial)</h2><p>(c) ${B("initials", "tenant", 1, 40)} Lessee has received copies of all information listed above.</p><p>(d) ${B("initials", "tenant", 1, 40)} Lessee has received the pamphlet.</p><h2>Agent’s Acknowledgment (initial)</h2><p>(e) ${B("initials", "", 0, 40)} Agent has informed the lessor of the lessor’s obligations.</p><h2>Certification of Accuracy</h2><p>The following parties have reviewed the information above and certify that it is true.</p><table style="width:100%">${[
        [
          ["Lessor", "landlord", 1],
          ["Lessor", "landlord", 2],
        ],
        [
          ["Lessee", "tenant", 1],
          ["Lessee", "tenant", 2],
        ],
        [
          ["Agent", "", 0],
          ["Agent", "", 0],
        ],
      ]
        .map(
          (row) =>
            `<tr>${row.map(([c, r, n]) => `<td style="padding-top:22px">${B("signature", r, n, 200)} ${B("date", r, n, 90)}<br><span class=c>${c}<span style="display:inline-block;width:180px"></span>Date</span></td>`).join("")}</tr>`,
        )
        .join("")}</table>`,
      "tr",
    ),
    "headings centered above lines": pg(
      `<h1>Deed Instructions</h1>${P(2)}<div style="text-align:center;margin-top:20px"><b>Signature of Seller</b><br>${B("signature", "seller", 1, 320)}<br><br><b>Date</b><br>${B("date", "seller", 1, 150)}<br><br><b>Signature of Buyer</b><br>${B("signature", "buyer", 1, 320)}<br><br><b>Date</b><br>${B("date", "buyer", 1, 150)}</div>`,
    ),
    "sign cells w/ row heads left, two date columns": pg(
      `<h1>Lease Extension</h1>${P(3)}<table class=b style="width:100%;margin-top:12px">${[
        ["Landlord", "landlord", 1],
        ["Tenant 1", "tenant", 1],
        ["Tenant 2", "tenant", 2],
      ]
        .map(
          ([c, r, n]) =>
            `<tr style="height:34px"><td style="width:14%;background:#eee"><b>${c}</b><td style="width:10%">Sign:<td ${S("signature", r, n)}><td style="width:8%">Date:<td style="width:17%" ${S("date", r, n)}></tr>`,
        )
        .join("")}</table>`,
    ),
    "brokers with license and both agents": pg(
      `<h1>Commission Instructions</h1>${P(2)}<table style="width:100%"><tr>${[
        ["LISTING AGENT", "listing_agent"],
        ["BUYER’S AGENT", "buyer_agent"],
      ]
        .map(
          ([c, r]) =>
            `<td style="width:50%;vertical-align:top"><b>${c}</b><p style="margin-top:24px">${B("signature", r, 1, 260)}</p><span class=c>Signature</span><p style="margin-top:16px">${F(260)}</p><span class=c>Printed Name</span><p style="margin-top:16px">${F(120)} &nbsp; ${B("date", r, 1, 120)}</p><span class=c>License No.<span style="display:inline-block;width:100px"></span>Date</span></td>`,
        )
        .join(
          "",
        )}</tr></table><p style="margin-top:30px">Managing Broker: ${B("signature", "broker", 1, 240)} Date: ${B("date", "broker", 1, 110)}</p>`,
    ),
    "mono typed two columns": pg(`<pre class=mono style="line-height:1.5">
                    COUNTER OFFER NO. ______

The undersigned accept the offer dated ____________ with these changes:

  ________________________________________________________________
  ________________________________________________________________

SELLER ${U("signature", "seller", 1, 26)}     BUYER ${U("signature", "buyer", 1, 26)}

DATE   ${U("date", "seller", 1, 26)}     DATE  ${U("date", "buyer", 1, 26)}

SELLER ${U("signature", "seller", 2, 26)}     BUYER ${U("signature", "buyer", 2, 26)}

DATE   ${U("date", "seller", 2, 26)}     DATE  ${U("date", "buyer", 2, 26)}
</pre>`),
    "dashed lines": pg(
      `<h1>Parking Agreement</h1>${P(3)}${[
        ["Tenant", "tenant", 1],
        ["Landlord", "landlord", 1],
      ]
        .map(
          ([c, r, n]) =>
            `<div style="display:flex;gap:24px;margin-top:30px"><div style="width:300px"><div style="border-bottom:1px dashed #000;height:20px" ${S("signature", r, n)}></div>${c}</div><div style="width:140px"><div style="border-bottom:1px dashed #000;height:20px" ${S("date", r, n)}></div>Date</div></div>`,
        )
        .join("")}`,
    ),
    "optionor optionee corporate": pg(
      `<h1>OPTION TO PURCHASE</h1>${P(2)}<p style="margin-top:20px">GRANTOR (SELLER):</p><p>Wendlebury Farms, Inc.</p><p style="margin-top:20px">By: ${U("signature", "seller", 1, 36)}</p><p>Name: ${"_".repeat(34)}</p><p>Title: ${"_".repeat(35)}</p><p>Date: ${U("date", "seller", 1, 20)}</p><p style="margin-top:20px">GRANTEE (BUYER):</p><p style="margin-top:20px">${U("signature", "buyer", 1, 40)}</p><p>Name: ${"_".repeat(34)}</p><p>Date: ${U("date", "buyer", 1, 20)}</p>`,
      "tr",
    ),
    "narrow sidebar with initials": pg(
      `<div style="position:absolute;left:620px;top:120px;width:140px;border:1px solid #000;padding:6px;font-size:9px"><b>Buyer to initial</b>${["Read", "Understood", "Copy received"].map((t) => `<p>${t} ${B("initials", "buyer", 1, 40)}</p>`).join("")}</div><div style="width:520px"><h1>Buyer Education</h1>${P(6)}<p style="margin-top:30px">Buyer signature: ${B("signature", "buyer", 1, 220)} Date ${B("date", "buyer", 1, 90)}</p></div>`,
    ),
    "elects rejects per option with buyers header": pg(
      `<h1>Options</h1><table style="width:100%"><tr><td><td colspan=2 style="text-align:center"><b>Accept</b><td colspan=2 style="text-align:center"><b>Reject</b></tr>${["Option A: upgraded kitchen", "Option B: finished basement", "Option C: garage door opener"].map((t) => `<tr style="height:30px;vertical-align:bottom"><td>${t}${[1, 2, 1, 2].map((n) => `<td>${B("initials", "buyer", n, 50)}`).join("")}</tr>`).join("")}<tr><td><td class=c>Buyer 1<td class=c>Buyer 2<td class=c>Buyer 1<td class=c>Buyer 2</tr></table><p>Initial one column for each option.</p><p style="margin-top:40px">Buyer 1 ${B("signature", "buyer", 1, 220)} Buyer 2 ${B("signature", "buyer", 2, 220)}</p>`,
    ),
  };
}

function fourth() {
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

function fifth() {
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

function sixth() {
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

export const style = `*{box-sizing:border-box}body{margin:0}.page{width:816px;height:1056px;position:relative;page-break-after:always;overflow:hidden}.u{display:inline-block;border-bottom:1px solid #000;height:1em;vertical-align:baseline}table{border-collapse:collapse}p{margin:6px 0}.b td,.b th{border:.75px solid #444;padding:3px 5px;vertical-align:top;text-align:left}.abs{position:absolute}.k1{padding:56px 64px;font:12.5px/1.4 'Liberation Sans',Arial}.k1 .c{font-size:8.5px}.k1 .box{display:inline-block;width:10px;height:10px;border:1px solid #000}.k1 h1{font-size:17px;margin:0 0 8px}.k1 h2{font-size:13px;margin:12px 0 4px}.k1 .foot{position:absolute;left:64px;right:64px;bottom:30px;font-size:10px}.k2{padding:56px 64px;font:12.5px/1.4 'Liberation Sans',Arial}.k2 .c{font-size:8.5px}.k2 .box{display:inline-block;width:10px;height:10px;border:1px solid #000}.k2 h1{font-size:17px;margin:0 0 8px}.k2 h2{font-size:13px;margin:12px 0 4px}.k2 .foot{position:absolute;left:64px;right:64px;bottom:30px;font-size:10px}.k2.tr{font-family:'Liberation Serif'}.k3{padding:50px 60px;font:11.5px/1.4 'Liberation Sans',Arial}.k3 .c{font-size:8px}.k3 .box{display:inline-block;width:9px;height:9px;border:1px solid #000}.k3 h1{font-size:15px;margin:0 0 8px;text-align:center}.k3 h2{font-size:12px;margin:12px 0 4px}.k3 .foot{position:absolute;left:60px;right:60px;bottom:30px;font-size:9.5px}.k3.tr{font-family:'Liberation Serif';font-size:13px}.k3.ca{font-family:Carlito;font-size:13px}.mono{font-family:'Liberation Mono';font-size:11px}.k4{padding:50px 60px;font:13px/1.35 'Liberation Serif'}.k4 .c{font-size:9px}.k4 .box{display:inline-block;width:9px;height:9px;border:1px solid #000}.k4 h1{font-size:16px;margin:0 0 8px}.k4 h2{font-size:13px;margin:12px 0 4px}.k4 .foot{position:absolute;left:60px;right:60px;bottom:28px;font-size:10px}.k4.ca{font-family:Carlito;font-size:13px}.k4.s{font-family:'Liberation Sans';font-size:12px}.k5{padding:54px 66px;font:12px/1.45 'Liberation Sans',Arial}.k5 .c{font-size:8.5px}.k5 .box{display:inline-block;width:10px;height:10px;border:1px solid #000}.k5 h1{font-size:16px;margin:0 0 8px}.k5 h2{font-size:13px;margin:12px 0 4px}.k5 .foot{position:absolute;left:66px;right:66px;bottom:28px;font-size:9.5px}.k5.tr{font-family:'Liberation Serif';font-size:13.5px}.k6{padding:54px 66px;font:12px/1.45 'Liberation Sans',Arial}.k6 .c{font-size:8.5px}.k6 .box{display:inline-block;width:10px;height:10px;border:1px solid #000}.k6 h1{font-size:16px;margin:0 0 8px}.k6 h2{font-size:13px;margin:12px 0 4px}.k6 .foot{position:absolute;left:66px;right:66px;bottom:28px;font-size:9.5px}.k6.tr{font-family:'Liberation Serif';font-size:13.5px}.k6.ca{font-family:Carlito;font-size:13px}`;

export const forms = { ...first(), ...second(), ...third(), ...fourth(), ...fifth(), ...sixth() };
