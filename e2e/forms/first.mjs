import { S, B, F, U, L, T } from "./kit.mjs";

export function first() {
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
