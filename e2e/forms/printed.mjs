// Forms as they are set in HTML, each blank marked with what it is (data-k kind, data-r role, data-n number), so
// that where it is printed is known exactly. Nobody's forms: layouts are habits of the trade, words our own.

const blank = (k, r, n, w) => `<span class="u" style="width:${w}px" data-k="${k}" data-r="${r}" data-n="${n}"></span>`;
const free = (w) => `<span class="u" style="width:${w}px"></span>`; // a blank nobody signs
const us = (n) => "_".repeat(n);
const typed = (k, r, n, c) => `<span data-k="${k}" data-r="${r}" data-n="${n}">${us(c)}</span>`;
const captioned = (k, r, n, w, cap) =>
  `<div style="width:${w}px"><div style="border-bottom:1px solid #000;height:24px" data-k="${k}" data-r="${r}" data-n="${n}"></div><div class="cap">${cap}</div></div>`;
const under = (k, r, n, w) =>
  `<div style="border-bottom:1px solid #000;height:26px;width:${w}px" data-k="${k}" data-r="${r}" data-n="${n}"></div>`;
const clauses = [
  "The parties agree that the property described above is sold together with all fixtures now on it, free of liens except as stated herein, and that each party has had the opportunity to seek independent advice before entering into this contract.",
  "Seller shall deliver possession on the closing date, free of tenants unless stated otherwise in this agreement, together with all keys and remote controls.",
  "Buyer has inspected the property or waived that right, and accepts it in its present condition subject to ordinary wear until closing.",
  "The parties acknowledge that no representation was made which is not written in this document or in a disclosure attached to it.",
  "Closing costs are paid as is customary in the county where the property lies unless the parties agree otherwise in writing.",
  "Any notice given under this paragraph must be in writing and delivered to the other party or to the broker representing that party.",
];
const prose = (n) => Array.from({ length: n }, (_, i) => `<p>${i + 1}. ${clauses[i % 6]} ${clauses[(i + 2) % 6]}</p>`).join("");
const feet = (p) =>
  `<div class="foot"><span>Buyer’s Initials: ${blank("initials", "buyer", 1, 38)}&nbsp;&nbsp;${blank("initials", "buyer", 2, 38)}</span><span>PAGE ${p} OF 3</span><span>Seller’s Initials: ${blank("initials", "seller", 1, 38)}&nbsp;&nbsp;${blank("initials", "seller", 2, 38)}</span></div>`;

/** Lines with their numbers in the margin, as many contracts have them. */
const numbered = [
  ...clauses.slice(1, 5),
  `Buyer and Seller agree that closing takes place on ${free(110)} or earlier by agreement.`,
  ...["buyer", "buyer", "seller", "seller"].flatMap((r, i) => [
    "&nbsp;",
    `${r.toUpperCase()} ${blank("signature", r, (i % 2) + 1, 255)} DATE ${blank("date", r, (i % 2) + 1, 110)}`,
  ]),
  "&nbsp;",
  `Initials: Buyer ${blank("initials", "buyer", 1, 36)} ${blank("initials", "buyer", 2, 36)} Seller ${blank("initials", "seller", 1, 36)} ${blank("initials", "seller", 2, 36)}`,
]
  .map(
    (text, i) =>
      `<div style="display:flex;gap:14px;line-height:20px"><span style="width:20px;font-size:9px;text-align:right;color:#222">${i + 1}</span><span style="flex:1">${text}</span></div>`,
  )
  .join("");

export const style = `*{box-sizing:border-box}body{margin:0;font:13px/1.35 Arial}.page{width:816px;height:1056px;padding:60px 70px;position:relative;page-break-after:always;overflow:hidden}.u{display:inline-block;border-bottom:1px solid #000;height:1em;vertical-align:baseline}table{border-collapse:collapse;width:100%}td,th{border:1px solid #333;padding:4px;height:34px;text-align:left;font-size:12px}.row{display:flex;gap:24px;margin-top:26px}.cap{font-size:10px;color:#333}.foot{position:absolute;left:70px;right:70px;bottom:34px;font-size:11px;display:flex;justify-content:space-between}h1{font-size:18px;text-align:center}h2{font-size:14px}p{margin:7px 0}.box{display:inline-block;width:11px;height:11px;border:1px solid #000;vertical-align:-1px}.lab{font-size:9px;color:#444}.k{border:1px solid #000;padding:6px;margin-top:10px}.shade{background:#eee}.s{font-size:10px}.hd{background:#222;color:#fff;padding:3px 6px;font-weight:bold;margin-top:14px}pre{font:12px/1.5 'DejaVu Sans Mono',monospace;margin:0}`;

export const forms = {
  "two columns, captions under, footer initials": `<div class=page><h1>RESIDENTIAL PURCHASE AND SALE CONTRACT</h1>${prose(5)}<h2>SIGNATURES</h2><div style="display:flex;gap:40px"><div style="flex:1"><b>BUYER</b><div class=row style="gap:10px">${captioned("signature", "buyer", 1, 200, "Buyer’s Signature")}${captioned("date", "buyer", 1, 90, "Date")}</div><div class=row style="gap:10px">${captioned("name", "buyer", 1, 300, "Print Name")}</div><div class=row style="gap:10px">${captioned("signature", "buyer", 2, 200, "Buyer’s Signature")}${captioned("date", "buyer", 2, 90, "Date")}</div><div class=row>${captioned("name", "buyer", 2, 300, "Print Name")}</div></div><div style="flex:1"><b>SELLER</b><div class=row style="gap:10px">${captioned("signature", "seller", 1, 200, "Seller’s Signature")}${captioned("date", "seller", 1, 90, "Date")}</div><div class=row>${captioned("name", "seller", 1, 300, "Print Name")}</div><div class=row style="gap:10px">${captioned("signature", "seller", 2, 200, "Seller’s Signature")}${captioned("date", "seller", 2, 90, "Date")}</div><div class=row>${captioned("name", "seller", 2, 300, "Print Name")}</div></div></div><div class=foot><span>Buyer’s Initials ${blank("initials", "buyer", 1, 44)} ${blank("initials", "buyer", 2, 44)}</span><span>Page 4 of 4</span><span>Seller’s Initials ${blank("initials", "seller", 1, 44)} ${blank("initials", "seller", 2, 44)}</span></div></div>`,
  "grid of parties": `<div class=page><h1>Amendment to Contract</h1>${prose(4)}<table><tr><th>Party<th>Signature<th>Printed name<th>Date<th>Time</tr>${[
    ["Buyer 1", "buyer", 1],
    ["Buyer 2", "buyer", 2],
    ["Seller 1", "seller", 1],
    ["Seller 2", "seller", 2],
  ]
    .map(
      ([t, r, n]) =>
        `<tr><td>${t}<td data-k=signature data-r=${r} data-n=${n}><td data-k=name data-r=${r} data-n=${n}><td data-k=date data-r=${r} data-n=${n}><td></tr>`,
    )
    .join("")}</table></div>`,
  "typed underscores in Times": `<div class=page style="font-family:'Times New Roman',serif;font-size:14px"><h1>ADDENDUM NO. ${us(3)}</h1><p>This Addendum is attached to the contract dated ${us(14)} between the undersigned for the property at ${us(40)}.</p>${prose(3)}<p>Purchase price is changed to $${us(15)} and the closing shall be on or before ${us(16)}.</p><p>All other terms remain the same.</p><br><p>BUYER: <span data-k=signature data-r=buyer data-n=1>${us(34)}</span> DATE: <span data-k=date data-r=buyer data-n=1>${us(14)}</span></p><br><p>BUYER: <span data-k=signature data-r=buyer data-n=2>${us(34)}</span> DATE: <span data-k=date data-r=buyer data-n=2>${us(14)}</span></p><br><p>SELLER: <span data-k=signature data-r=seller data-n=1>${us(33)}</span> DATE: <span data-k=date data-r=seller data-n=1>${us(14)}</span></p><br><p>SELLER: <span data-k=signature data-r=seller data-n=2>${us(33)}</span> DATE: <span data-k=date data-r=seller data-n=2>${us(14)}</span></p></div>`,
  "lead paint, initial each": `<div class=page><h1>Disclosure of Information on Lead-Based Paint</h1><h2>Seller’s Disclosure</h2><p>(a) Presence of lead-based paint (check one below):</p><p style="padding-left:24px"><span class=box></span> Known lead-based paint is present (explain). ${free(260)}</p><p style="padding-left:24px"><span class=box></span> Seller has no knowledge of lead-based paint.</p><h2>Purchaser’s Acknowledgment (initial)</h2><p>${blank("initials", "buyer", 1, 40)} ${blank("initials", "buyer", 2, 40)} (c) Purchaser has received copies of all information listed above.</p><p>${blank("initials", "buyer", 1, 40)} ${blank("initials", "buyer", 2, 40)} (d) Purchaser has received the pamphlet Protect Your Family.</p><h2>Agent’s Acknowledgment (initial)</h2><p>${blank("initials", "", 0, 40)} (f) Agent has informed the seller of the seller’s obligations and is aware of the responsibility to ensure compliance.</p><h2>Certification of Accuracy</h2><p>The following parties have reviewed the information above and certify that it is true and accurate.</p><div style="display:flex;flex-wrap:wrap;gap:26px 30px;margin-top:30px">${[
    ["Seller", "seller", 1],
    ["Seller", "seller", 2],
    ["Purchaser", "buyer", 1],
    ["Purchaser", "buyer", 2],
  ]
    .map(
      ([t, r, n]) =>
        `<div style="display:flex;gap:12px">${captioned("signature", r, n, 210, t)}${captioned("date", r, n, 90, "Date")}</div>`,
    )
    .join("")}</div></div>`,
  "company blocks": `<div class=page><h1>COMMERCIAL LEASE SIGNATURE PAGE</h1>${prose(2)}<div style="display:flex;gap:60px;margin-top:20px"><div><b>LANDLORD:</b><p>Harbor Street Holdings, LLC</p><br><p>By: ${blank("signature", "landlord", 1, 220)}</p><br><p>Name: ${blank("name", "landlord", 1, 205)}</p><br><p>Title: ${free(210)}</p><br><p>Date: ${blank("date", "landlord", 1, 210)}</p></div><div><b>TENANT:</b><p>Quill & Finch Bakery, Inc.</p><br><p>By: ${blank("signature", "tenant", 1, 220)}</p><br><p>Name: ${blank("name", "tenant", 1, 205)}</p><br><p>Title: ${free(210)}</p><br><p>Date: ${blank("date", "tenant", 1, 210)}</p></div></div></div>`,
  "lease, three tenants": `<div class=page style="font-family:Georgia,serif"><h1>Lease of Residential Premises</h1>${prose(3)}<h2>Tenants</h2>${[1, 2, 3].map((n) => `<div class=row>${captioned("signature", "tenant", n, 250, "Tenant signature")}${captioned("name", "tenant", n, 210, "Printed name")}${captioned("date", "tenant", n, 110, "Date signed")}</div>`).join("")}<h2 style="margin-top:30px">Landlord or authorized agent</h2><div class=row>${captioned("signature", "landlord", 1, 250, "Signature")}${captioned("name", "landlord", 1, 210, "Printed name")}${captioned("date", "landlord", 1, 110, "Date signed")}</div></div>`,
  "header initials with slash": `<div class=page><div style="text-align:right;font-size:11px">Initials: Buyer ${blank("initials", "buyer", 1, 36)} / ${blank("initials", "buyer", 2, 36)} &nbsp; Seller ${blank("initials", "seller", 1, 36)} / ${blank("initials", "seller", 2, 36)}</div><h1>Condominium Rider</h1>${prose(8)}</div>`,
  "client 1 client 2": `<div class=page><h1>Wire Fraud Notice</h1>${prose(3)}<p>By signing below you acknowledge that you have read this notice.</p>${[1, 2].map((n) => `<h2>CLIENT ${n}</h2><div class=row>${captioned("signature", "", n, 260, "Signature")}${captioned("name", "", n, 220, "Printed Name")}${captioned("date", "", n, 100, "Date")}</div>`).join("")}</div>`,
  elections: `<div class=page><h1>Inspection Elections</h1><p>Buyer shall initial one column for each inspection.</p><table><tr><th>Inspection<th colspan=2>Buyer elects<th colspan=2>Buyer declines</tr>${["Home inspection", "Radon", "Well water", "Septic", "Termites"].map((t) => `<tr><td style="width:240px">${t}${[1, 2, 1, 2].map((n) => `<td data-k=initials data-r=buyer data-n=${n}>`).join("")}</tr>`).join("")}</table><p>Signed this ${free(30)} day of ${free(100)}, 20${free(24)}.</p><div class=row>${captioned("signature", "buyer", 1, 260, "Buyer")}${captioned("signature", "buyer", 2, 260, "Buyer")}</div></div>`,
  "x lines and witness": `<div class=page><h1>Authorization to Release Information</h1>${prose(3)}<p>X ${blank("signature", "buyer", 1, 280)} &nbsp; ${blank("date", "buyer", 1, 120)}</p><p class=cap style="padding-left:14px">Borrower / Buyer <span style="padding-left:240px">Date</span></p><br><p>X ${blank("signature", "buyer", 2, 280)} &nbsp; ${blank("date", "buyer", 2, 120)}</p><p class=cap style="padding-left:14px">Co-Borrower / Buyer <span style="padding-left:222px">Date</span></p><br><p>Witness: ${blank("signature", "witness", 1, 240)} &nbsp; Date: ${blank("date", "witness", 1, 120)}</p><br><p>Received by Listing Agent: ${blank("signature", "listing_agent", 1, 200)} on ${blank("date", "listing_agent", 1, 90)}</p></div>`,
  "signature of, above": `<div class=page><h1>Seller’s Property Statement</h1>${prose(3)}<table style="margin-top:10px"><tr><td style="height:52px;vertical-align:top;width:60%" data-k=signature data-r=seller data-n=1>Signature of Seller<td style="vertical-align:top" data-k=date data-r=seller data-n=1>Date (mm/dd/yyyy)</tr><tr><td style="height:52px;vertical-align:top" data-k=signature data-r=seller data-n=2>Signature of Co-Seller<td style="vertical-align:top" data-k=date data-r=seller data-n=2>Date (mm/dd/yyyy)</tr><tr><td style="height:52px;vertical-align:top" data-k=signature data-r=buyer data-n=1>Signature of Buyer acknowledging receipt<td style="vertical-align:top" data-k=date data-r=buyer data-n=1>Date (mm/dd/yyyy)</tr></table></div>`,
  "agents and brokers": `<div class=page><h1>Exclusive Right to Sell</h1>${prose(3)}<div style="display:grid;grid-template-columns:1fr 1fr;gap:30px"><div><p>Seller ${blank("signature", "seller", 1, 220)}</p><br><p>Date ${blank("date", "seller", 1, 100)} Time ${free(80)}</p><br><p>Seller ${blank("signature", "seller", 2, 220)}</p><br><p>Date ${blank("date", "seller", 2, 100)} Time ${free(80)}</p></div><div><p>Listing Broker ${free(190)}</p><br><p>By (Listing Agent) ${blank("signature", "listing_agent", 1, 170)}</p><br><p>License No. ${free(120)}</p><br><p>Date ${blank("date", "listing_agent", 1, 120)}</p></div></div></div>`,
  "counter offer": `<div class=page><h1>Seller’s Counter Offer No. 1</h1>${prose(2)}<p>This counter offer expires on ${free(110)} at ${free(60)} <span class=box></span> AM <span class=box></span> PM.</p><div class=row>${captioned("signature", "seller", 1, 200, "Seller")}${captioned("date", "seller", 1, 90, "Date")}${captioned("signature", "seller", 2, 200, "Seller")}${captioned("date", "seller", 2, 90, "Date")}</div><h2 style="margin-top:30px">BUYER’S RESPONSE</h2><p>${blank("initials", "buyer", 1, 34)} ${blank("initials", "buyer", 2, 34)} accepts. &nbsp;&nbsp; ${blank("initials", "buyer", 1, 34)} ${blank("initials", "buyer", 2, 34)} rejects. &nbsp;&nbsp; ${blank("initials", "buyer", 1, 34)} ${blank("initials", "buyer", 2, 34)} counters.</p><div class=row>${captioned("signature", "buyer", 1, 200, "Buyer")}${captioned("date", "buyer", 1, 90, "Date")}${captioned("signature", "buyer", 2, 200, "Buyer")}${captioned("date", "buyer", 2, 90, "Date")}</div></div>`,
  "numbered buyers with time": `<div class=page><h1>EARNEST MONEY AGREEMENT</h1>${prose(5)}<p><b>13. EXECUTION BY BUYER.</b></p>${[1, 2].map((n) => `<p style="margin-top:22px">Buyer ${n}: ${blank("signature", "buyer", n, 240)} Date: ${blank("date", "buyer", n, 90)} Time: ${free(70)} a.m./p.m.</p>`).join("")}<p><b>14. ACCEPTANCE BY SELLER.</b></p>${[1, 2].map((n) => `<p style="margin-top:22px">Seller ${n}: ${blank("signature", "seller", n, 240)} Date: ${blank("date", "seller", n, 90)} Time: ${free(70)} a.m./p.m.</p>`).join("")}<div class=foot><span>Buyer ${blank("initials", "buyer", 1, 34)} ${blank("initials", "buyer", 2, 34)} and Seller ${blank("initials", "seller", 1, 34)} ${blank("initials", "seller", 2, 34)} acknowledge receipt of this page</span><span>3/7</span></div></div>`,
  "boxes for initials in brackets": `<div class=page><h1>Mold Disclosure</h1>${prose(4)}<p>BUYER’S INITIALS [${typed("initials", "buyer", 1, 6)}] [${typed("initials", "buyer", 2, 6)}] &nbsp;&nbsp; SELLER’S INITIALS [${typed("initials", "seller", 1, 6)}] [${typed("initials", "seller", 2, 6)}]</p></div>`,
  "parenthesised initials": `<div class=page><h1>Purchase Contract</h1>${prose(9)}<div class=foot style="font-size:12px"><span>Buyer’s Initials (${typed("initials", "buyer", 1, 7)}) (${typed("initials", "buyer", 2, 7)})</span><span>Seller’s Initials (${typed("initials", "seller", 1, 7)}) (${typed("initials", "seller", 2, 7)})</span></div></div>`,
  "columns of the same": `<div class=page><h1>Release of Contract</h1>${prose(3)}<table style="border:none;margin-top:20px">${[1, 2]
    .map(
      (n) =>
        `<tr>${[
          ["buyer", "Buyer"],
          ["seller", "Seller"],
        ]
          .map(
            ([r, c]) =>
              `<td style="border:none;height:60px;padding:0 14px 0 0;width:34%"><div style="border-bottom:1px solid;height:26px" data-k=signature data-r=${r} data-n=${n}></div><span class=cap>${c} Signature</span></td><td style="border:none;padding:0 20px 0 0;width:16%"><div style="border-bottom:1px solid;height:26px" data-k=date data-r=${r} data-n=${n}></div><span class=cap>Date</span></td>`,
          )
          .join("")}</tr>`,
    )
    .join("")}</table></div>`,
  "agency with client and agent": `<div class=page><h1>Buyer Representation Agreement</h1>${prose(4)}<p style="margin-top:30px">CLIENT(S): BUYER</p><p style="margin-top:26px">${blank("signature", "buyer", 1, 250)} &nbsp; ${blank("date", "buyer", 1, 110)}</p><p class=cap>Buyer’s signature <span style="display:inline-block;width:180px"></span>Date</p><p style="margin-top:26px">${blank("signature", "buyer", 2, 250)} &nbsp; ${blank("date", "buyer", 2, 110)}</p><p class=cap>Buyer’s signature <span style="display:inline-block;width:180px"></span>Date</p><p style="margin-top:26px">BROKERAGE FIRM: ${free(260)}</p><p style="margin-top:26px">By: ${blank("signature", "buyer_agent", 1, 240)} &nbsp; ${blank("date", "buyer_agent", 1, 110)}</p><p class=cap style="padding-left:24px">Buyer’s Agent <span style="display:inline-block;width:190px"></span>Date</p></div>`,
  "deposit receipt": `<div class=page><h1>Receipt for Deposit</h1><p>Received from ${free(260)} (“Buyer”) the sum of $${free(90)} by <span class=box></span> check <span class=box></span> wire, as a deposit on the property known as ${free(300)}.</p><p>Dated this ${free(34)} day of ${free(110)}, 20${free(24)}.</p><p style="margin-top:26px">Escrow holder: ${free(240)}</p><p style="margin-top:26px">Received by: ${blank("signature", "", 0, 240)} Date: ${blank("date", "", 0, 100)}</p></div>`,
  "occupancy with vertical stacks": `<div class=page><h1>Early Occupancy</h1>${prose(3)}<div style="columns:2;margin-top:20px">${[
    ["Landlord", "landlord", 1],
    ["Tenant", "tenant", 1],
  ]
    .map(
      ([c, r, n]) =>
        `<div style="break-inside:avoid"><p><b>${c.toUpperCase()}</b></p><p style="margin-top:22px">Signature ${blank("signature", r, n, 200)}</p><p style="margin-top:18px">Print name ${blank("name", r, n, 190)}</p><p style="margin-top:18px">Address ${free(205)}</p><p style="margin-top:18px">Phone ${free(120)}</p><p style="margin-top:18px">Date ${blank("date", r, n, 120)}</p></div>`,
    )
    .join("")}</div></div>`,
  "statement with yes no and initials per line": `<div class=page><h1>Seller Disclosure</h1><table>${["Roof leaks?", "Flooding in the basement?", "Unpermitted work?", "Shared driveway?"].map((q) => `<tr><td style="width:60%">${q}<td><span class=box></span> Yes<td><span class=box></span> No<td><span class=box></span> Unknown</tr>`).join("")}</table><p>If yes to any, explain: ${free(420)}</p><p>Seller certifies that the above is true. Seller’s initials: ${blank("initials", "seller", 1, 40)} ${blank("initials", "seller", 2, 40)} Date: ${blank("date", "seller", 1, 80)}</p><div style="margin-top:40px">${captioned("signature", "seller", 1, 260, "Seller’s Signature")}</div><div style="margin-top:20px">${captioned("signature", "seller", 2, 260, "Seller’s Signature")}</div></div>`,
  "notary ack": `<div class=page><h1>Power of Attorney for Closing</h1>${prose(2)}<p style="margin-top:26px">Executed on ${free(120)}.</p><p style="margin-top:26px;margin-left:300px">${blank("signature", "seller", 1, 260)}</p><p class=cap style="margin-left:300px">(Signature of Owner)</p><p>STATE OF ${free(120)}<br>COUNTY OF ${free(120)}</p><p>Subscribed and sworn to before me this ${free(40)} day of ${free(90)}, 20${free(24)} by ${free(200)}.</p></div>`,
  "offer with four and heading rows": `<div class=page><h1>OFFER</h1>${prose(3)}<h2>Buyer(s)</h2>${[1, 2, 3, 4].map((n) => `<p style="margin-top:20px">${n}. ${blank("signature", "buyer", n, 260)} Date ${blank("date", "buyer", n, 100)}</p>`).join("")}<h2>Seller(s)</h2>${[1, 2].map((n) => `<p style="margin-top:20px">${n}. ${blank("signature", "seller", n, 260)} Date ${blank("date", "seller", n, 100)}</p>`).join("")}</div>`,
  "table, roles in left, two lines a row": `<div class=page><h1>Extension</h1>${prose(3)}<table><tr><th style="width:16%"></th><th>Sign here</th><th style="width:20%">Date signed</th></tr>${[
    ["Purchaser", "buyer", 1],
    ["Purchaser", "buyer", 2],
    ["Vendor", "seller", 1],
    ["Vendor", "seller", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<tr><td>${c}</td><td data-k=signature data-r=${r} data-n=${n}></td><td data-k=date data-r=${r} data-n=${n}></td></tr>`,
    )
    .join("")}</table></div>`,
  "landscape of dates": `<div class=page><h1>Inspection Response</h1>${prose(2)}<p><span class=box></span> Seller agrees to make all repairs. <span class=box></span> Seller declines to make repairs.</p><p style="margin-top:28px">${blank("signature", "seller", 1, 200)} ${blank("date", "seller", 1, 80)} &nbsp; ${blank("signature", "seller", 2, 200)} ${blank("date", "seller", 2, 80)}</p><p class=cap>SELLER <span style="display:inline-block;width:165px"></span>DATE <span style="display:inline-block;width:62px"></span>SELLER <span style="display:inline-block;width:165px"></span>DATE</p><p style="margin-top:28px">${blank("signature", "buyer", 1, 200)} ${blank("date", "buyer", 1, 80)} &nbsp; ${blank("signature", "buyer", 2, 200)} ${blank("date", "buyer", 2, 80)}</p><p class=cap>BUYER <span style="display:inline-block;width:169px"></span>DATE <span style="display:inline-block;width:62px"></span>BUYER <span style="display:inline-block;width:169px"></span>DATE</p></div>`,
  "transposed table": `<div class=page><h1>Guest Rules</h1>${prose(4)}<table><tr><th></th><th>Tenant 1</th><th>Tenant 2</th><th>Landlord</th></tr>${[
    ["Signature", "signature"],
    ["Printed name", "name"],
    ["Date", "date"],
  ]
    .map(
      ([c, k]) =>
        `<tr><th>${c}</th><td data-k=${k} data-r=tenant data-n=1></td><td data-k=${k} data-r=tenant data-n=2></td><td data-k=${k} data-r=landlord data-n=1></td></tr>`,
    )
    .join("")}</table></div>`,
  "labels above in small caps": `<div class=page><h1>Pet Addendum</h1>${prose(4)}${[
    ["Tenant", "tenant", 1],
    ["Tenant", "tenant", 2],
    ["Owner", "seller", 1],
  ]
    .map(
      ([c, r, n]) =>
        `<div style="display:flex;gap:24px;margin-top:14px"><div><div class=lab>${c} signature</div>${under("signature", r, n, 280)}</div><div><div class=lab>Print name</div>${under("name", r, n, 200)}</div><div><div class=lab>Date</div>${under("date", r, n, 110)}</div></div>`,
    )
    .join("")}</div>`,
  "sign print date on one line with words behind": `<div class=page><h1>Acknowledgment of Receipt</h1>${prose(3)}${[
    ["Buyer", "buyer", 1],
    ["Buyer", "buyer", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<p style="margin-top:30px">${blank("signature", r, n, 230)} (${c} signature) ${blank("name", r, n, 180)} (print) ${blank("date", r, n, 80)} (date)</p>`,
    )
    .join("")}</div>`,
  "sign print date stacked": `<div class=page><h1>Commission Agreement</h1>${prose(3)}<div style="display:flex;gap:80px">${[
    ["SELLER", "seller", 1],
    ["LISTING AGENT", "listing_agent", 1],
  ]
    .map(
      ([c, r, n]) =>
        `<div><p><b>${c}</b></p><p style="margin-top:20px">Sign: ${blank("signature", r, n, 210)}</p><p style="margin-top:16px">Print: ${blank("name", r, n, 208)}</p><p style="margin-top:16px">Date: ${blank("date", r, n, 208)}</p></div>`,
    )
    .join("")}</div></div>`,
  "initials in a right margin box": `<div class=page style="padding-right:120px"><h1>Buyer Advisory</h1>${prose(3)}<div style="position:absolute;right:40px;top:200px;width:64px;border:1px solid #000;font-size:9px;text-align:center"><div style="border-bottom:1px solid #000;padding:2px">Buyer initials</div><div style="height:26px;border-bottom:1px solid #000" data-k=initials data-r=buyer data-n=1></div><div style="height:26px" data-k=initials data-r=buyer data-n=2></div></div></div>`,
  "in witness whereof": `<div class=page style="font-family:'Times New Roman',serif;font-size:14px"><h1>CONTRACT FOR DEED</h1>${prose(4)}<p>IN WITNESS WHEREOF, the parties have signed this contract on the dates written beside their names.</p><table style="border:none;margin-top:14px">${[
    ["Purchaser", "buyer", 1],
    ["Purchaser", "buyer", 2],
    ["Vendor", "seller", 1],
    ["Vendor", "seller", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<tr><td style="border:none;width:60%;padding-top:26px">${typed("signature", r, n, 38)}<br>${c}</td><td style="border:none;padding-top:26px">${typed("date", r, n, 18)}<br>Date</td></tr>`,
    )
    .join("")}</table></div>`,
  "authorized signatory": `<div class=page><h1>Assignment</h1>${prose(3)}<p style="margin-top:20px">For and on behalf of the Buyer, Fennimore Estates LLC</p><p style="margin-top:28px">${blank("signature", "buyer", 1, 280)}</p><p class=cap>Authorized signatory</p><p>Name: ${blank("name", "buyer", 1, 200)} Title: ${free(150)} Date: ${blank("date", "buyer", 1, 90)}</p><p style="margin-top:20px">For and on behalf of the Seller, Orlop Land Trust</p><p style="margin-top:28px">${blank("signature", "seller", 1, 280)}</p><p class=cap>Authorized signatory</p><p>Name: ${blank("name", "seller", 1, 200)} Title: ${free(150)} Date: ${blank("date", "seller", 1, 90)}</p></div>`,
  "shaded blocks with numbers": `<div class=page><h1>Listing Agreement</h1>${prose(3)}${[1, 2].map((n) => `<table style="margin-top:12px"><tr class=shade><th colspan=2>Seller ${n}</th></tr><tr><td style="width:65%;height:44px;vertical-align:top;font-size:9px" data-k=signature data-r=seller data-n=${n}>Signature</td><td style="vertical-align:top;font-size:9px" data-k=date data-r=seller data-n=${n}>Date</td></tr><tr><td style="height:36px;vertical-align:top;font-size:9px" data-k=name data-r=seller data-n=${n}>Printed name</td><td style="vertical-align:top;font-size:9px">Phone</td></tr></table>`).join("")}</div>`,
  "initial each paragraph at its end": `<div class=page><h1>Risk Notice</h1>${clauses
    .slice(0, 4)
    .map((p, i) => `<p>${i + 1}. ${p} Buyer’s initials ${blank("initials", "buyer", 1, 36)} ${blank("initials", "buyer", 2, 36)}</p>`)
    .join(
      "",
    )}<p style="margin-top:30px">${blank("signature", "buyer", 1, 240)} ${blank("date", "buyer", 1, 90)}</p><p class=cap>Buyer <span style="display:inline-block;width:215px"></span>Date</p></div>`,
  "long names of blocks": `<div class=page><h1>Cooperation Agreement</h1>${prose(2)}<p><b>Broker for the Seller</b></p><p>Firm: ${free(250)}</p><p style="margin-top:18px">Signature: ${blank("signature", "listing_agent", 1, 240)} Date: ${blank("date", "listing_agent", 1, 90)}</p><p><b>Broker for the Buyer</b></p><p>Firm: ${free(250)}</p><p style="margin-top:18px">Signature: ${blank("signature", "buyer_agent", 1, 240)} Date: ${blank("date", "buyer_agent", 1, 90)}</p></div>`,
  "right column of lines": `<div class=page><h1>Notice to Vacate</h1>${prose(3)}<div style="margin-left:330px">${[
    ["Tenant", "tenant", 1],
    ["Tenant", "tenant", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<div style="margin-top:26px">${under("signature", r, n, 300)}<div class=cap>${c} <span style="float:right">(signature)</span></div></div>`,
    )
    .join("")}<p style="margin-top:20px">Date: ${blank("date", "tenant", 0, 150)}</p></div></div>`,
  "footer of three people and page": `<div class=page><h1>Joint Venture Purchase</h1>${prose(7)}<div class=foot style="border-top:1px solid #000;padding-top:6px"><span>Initials: Buyer 1 ${blank("initials", "buyer", 1, 30)} Buyer 2 ${blank("initials", "buyer", 2, 30)} Buyer 3 ${blank("initials", "buyer", 3, 30)} &nbsp; Seller 1 ${blank("initials", "seller", 1, 30)} Seller 2 ${blank("initials", "seller", 2, 30)}</span><span>Page 2 of 9</span></div></div>`,
  "offer of three pages with blanks": `<div class=page><h1>PURCHASE OFFER</h1><p>Date of offer: ${free(120)} &nbsp; MLS No. ${free(90)}</p><p>1. PARTIES. ${free(260)} (“Buyer”) offers to buy from ${free(260)} (“Seller”).</p><p>2. PROPERTY. Street address: ${free(380)}<br>City ${free(150)} County ${free(120)} Zip ${free(70)}<br>Legal description: ${free(480)}</p><p>3. PRICE. $${free(110)} payable: earnest money $${free(80)} by ${free(90)}; balance at closing $${free(90)}.</p><p>4. FINANCING. <span class=box></span> Cash &nbsp; <span class=box></span> Conventional &nbsp; <span class=box></span> FHA/VA. Buyer shall apply within ${free(40)} days and obtain approval by ${free(100)} (date).</p><p>5. CLOSING. The closing date is ${free(110)}. Possession date: ${free(110)} at ${free(60)} <span class=box></span> a.m. <span class=box></span> p.m.</p><p>6. INCLUDED: ${free(420)}<br>EXCLUDED: ${free(420)}</p><p><u>7. INSPECTION.</u> Inspection period ends ${free(40)} days after the Effective Date.</p>${feet(1)}</div><div class=page><p>8. TITLE. Seller shall deliver a commitment no later than ${free(40)} days before closing.</p><p>9. DEFAULT. If either party defaults, the other may seek all remedies.</p><p>10. SPECIAL PROVISIONS:</p><p>${free(660)}</p><p>${free(660)}</p><p>${free(660)}</p><p>11. LEAD PAINT: built before 1978? <span class=box></span> Yes <span class=box></span> No</p>${feet(2)}</div><div class=page><p>12. EXPIRATION. This offer expires at ${free(60)} on ${free(110)} unless accepted before.</p><h2>BUYER</h2><div class=row>${`<div>${under("signature", "buyer", 1, 250)}<span class=lab>Buyer Signature</span></div><div>${under("date", "buyer", 1, 110)}<span class=lab>Date</span></div><div>${under("text", "", 0, 80)}<span class=lab>Time</span></div>`}</div><div class=row>${`<div>${under("signature", "buyer", 2, 250)}<span class=lab>Buyer Signature</span></div><div>${under("date", "buyer", 2, 110)}<span class=lab>Date</span></div><div>${under("text", "", 0, 80)}<span class=lab>Time</span></div>`}</div><p>Address ${free(300)} Phone ${free(140)}</p><h2>ACCEPTANCE BY SELLER</h2><p>Seller <span class=box></span> accepts <span class=box></span> rejects <span class=box></span> counters this offer.</p><div class=row>${`<div>${under("signature", "seller", 1, 250)}<span class=lab>Seller Signature</span></div><div>${under("date", "seller", 1, 110)}<span class=lab>Date</span></div><div>${under("text", "", 0, 80)}<span class=lab>Time</span></div>`}</div><div class=row>${`<div>${under("signature", "seller", 2, 250)}<span class=lab>Seller Signature</span></div><div>${under("date", "seller", 2, 110)}<span class=lab>Date</span></div><div>${under("text", "", 0, 80)}<span class=lab>Time</span></div>`}</div><h2>BROKERS (for information)</h2><p>Listing brokerage ${free(240)} License # ${free(100)}</p><p>Selling brokerage ${free(240)} License # ${free(100)}</p><p>Earnest money received by ${blank("signature", "", 0, 200)} on ${blank("date", "", 0, 90)}</p>${feet(3)}</div>`,
  "lease with guarantor box": `<div class=page><h1>RENTAL AGREEMENT</h1><p>Made on ${free(110)} between ${free(220)} (Landlord) and ${free(220)} (Tenant).</p><p>Term: from ${free(90)} to ${free(90)}. Rent $${free(70)} per month, due on the ${free(30)} day.</p><div class=k><b>TENANT 1</b><p style="margin-top:20px">${blank("signature", "tenant", 1, 240)} &nbsp; ${blank("date", "tenant", 1, 100)}</p><p class=lab>Signature<span style="display:inline-block;width:205px"></span>Date</p><p>Name (print): ${blank("name", "tenant", 1, 240)} Phone: ${free(120)}</p></div><div class=k><b>TENANT 2</b><p style="margin-top:20px">${blank("signature", "tenant", 2, 240)} &nbsp; ${blank("date", "tenant", 2, 100)}</p><p class=lab>Signature<span style="display:inline-block;width:205px"></span>Date</p><p>Name (print): ${blank("name", "tenant", 2, 240)} Phone: ${free(120)}</p></div><div class=k><b>LANDLORD</b><p style="margin-top:20px">${blank("signature", "landlord", 1, 240)} &nbsp; ${blank("date", "landlord", 1, 100)}</p><p class=lab>Signature<span style="display:inline-block;width:205px"></span>Date</p></div></div>`,
  "tabular dots": `<div class=page><h1>Agency Confirmation</h1><p>Property: ${".".repeat(90)}</p><p style="margin-top:20px">Signed by Buyer ${`<span data-k=signature data-r=buyer data-n=1>${".".repeat(60)}</span>`} Date ${`<span data-k=date data-r=buyer data-n=1>${".".repeat(26)}</span>`}</p><p style="margin-top:20px">Signed by Buyer ${`<span data-k=signature data-r=buyer data-n=2>${".".repeat(60)}</span>`} Date ${`<span data-k=date data-r=buyer data-n=2>${".".repeat(26)}</span>`}</p><p style="margin-top:20px">Signed by Seller ${`<span data-k=signature data-r=seller data-n=1>${".".repeat(60)}</span>`} Date ${`<span data-k=date data-r=seller data-n=1>${".".repeat(26)}</span>`}</p></div>`,
  "sellers in two columns with their own dates below": `<div class=page><h1>Repair Addendum</h1><p>Seller will complete the following by ${free(90)}:</p>${[1, 2, 3].map(() => `<p>${free(660)}</p>`).join("")}<div style="display:grid;grid-template-columns:1fr 1fr;gap:20px 60px;margin-top:20px">${[
    ["Buyer", "buyer", 1],
    ["Seller", "seller", 1],
    ["Buyer", "buyer", 2],
    ["Seller", "seller", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<div>${under("signature", r, n, 280)}<span class=lab>${c}</span>${under("date", r, n, 140)}<span class=lab>Date</span></div>`,
    )
    .join("")}</div></div>`,
  "trust and estate": `<div class=page><h1>Closing Instructions</h1><p>The undersigned instruct the closing agent to proceed.</p><p style="margin-top:18px"><b>SELLER:</b> The Orrin Vale Family Trust</p><p style="margin-top:26px">By: ${blank("signature", "seller", 1, 260)}, Trustee</p><p>Printed name: ${blank("name", "seller", 1, 220)}</p><p>Date: ${blank("date", "seller", 1, 120)}</p><p style="margin-top:18px"><b>BUYER:</b> Estate of Maud Pellier</p><p style="margin-top:26px">By: ${blank("signature", "buyer", 1, 260)}, Personal Representative</p><p>Printed name: ${blank("name", "buyer", 1, 220)}</p><p>Date: ${blank("date", "buyer", 1, 120)}</p></div>`,
  "receipt strip at the foot": `<div class=page><h1>Consumer Guide to Agency</h1><p>This guide explains how agents work with buyers and sellers. It is not a contract.</p><div style="position:absolute;left:70px;right:70px;bottom:60px;border-top:2px solid #000;padding-top:8px"><p>I acknowledge receipt of this guide.</p><div class=row><div>${under("name", "", 0, 200)}<span class=lab>Name (please print)</span></div><div>${under("signature", "", 0, 240)}<span class=lab>Signature</span></div><div>${under("date", "", 0, 100)}<span class=lab>Date</span></div></div><div class=row><div>${under("name", "", 0, 200)}<span class=lab>Name (please print)</span></div><div>${under("signature", "", 0, 240)}<span class=lab>Signature</span></div><div>${under("date", "", 0, 100)}<span class=lab>Date</span></div></div></div></div>`,
  "initials before each item, boxes": `<div class=page><h1>Buyer’s Closing Checklist</h1><p>Buyer 1 and Buyer 2 initial each line:</p>${["I received the closing disclosure.", "I walked through the property.", "I understand that wire instructions never change by e-mail.", "I have bought insurance."].map((s) => `<div style="display:flex;gap:6px;align-items:center;margin-top:8px"><div style="width:42px;height:24px;border:1px solid #000" data-k=initials data-r=buyer data-n=1></div><div style="width:42px;height:24px;border:1px solid #000" data-k=initials data-r=buyer data-n=2></div><span>${s}</span></div>`).join("")}</div>`,
  "agent signs for the firm": `<div class=page><h1>Referral</h1><p>Referring firm: ${free(260)}</p><p style="margin-top:20px">Buyer’s Agent: ${blank("signature", "buyer_agent", 1, 230)} Date: ${blank("date", "buyer_agent", 1, 90)}</p><p style="margin-top:20px">Seller’s Agent: ${blank("signature", "listing_agent", 1, 230)} Date: ${blank("date", "listing_agent", 1, 90)}</p><p style="margin-top:20px">Managing Broker: ${blank("signature", "broker", 1, 220)} Date: ${blank("date", "broker", 1, 90)}</p></div>`,
  "line numbers in the margin": `<div class=page><h1>Agreement of Sale</h1>${numbered}</div>`,
  typewriter: `<div class=page><pre>
              NOTICE OF TERMINATION

  The undersigned end the agreement dated ${us(12)} for
  the property at ${us(36)}.

  BUYER:

  X ${typed("signature", "buyer", 1, 34)}   ${typed("date", "buyer", 1, 12)}
    Signature                            Date

  X ${typed("signature", "buyer", 2, 34)}   ${typed("date", "buyer", 2, 12)}
    Signature                            Date

  SELLER:

  X ${typed("signature", "seller", 1, 34)}   ${typed("date", "seller", 1, 12)}
    Signature                            Date
</pre></div>`,
  "names printed under the lines": `<div class=page><h1>Purchase Agreement</h1><p>${clauses[0]}</p><p>${clauses[2]}</p>${[
    ["Marek Dvorsky, Buyer", "buyer", 1],
    ["Lucie Dvorsky, Buyer", "buyer", 2],
    ["Ottoline Bekele, Seller", "seller", 1],
  ]
    .map(
      ([c, r, n]) =>
        `<div class=row><div>${under("signature", r, n, 290)}<span class=cap>${c}</span></div><div>${under("date", r, n, 120)}<span class=cap>Date</span></div></div>`,
    )
    .join("")}</div>`,
  "table with people's names": `<div class=page><h1>Consent</h1><p>${clauses[1]}</p><table><tr><th>Name</th><th>Role</th><th style="width:36%">Signature</th><th>Date</th></tr><tr><td>Marek Dvorsky</td><td>Buyer</td><td data-k=signature data-r=buyer data-n=1></td><td data-k=date data-r=buyer data-n=1></td></tr><tr><td>Lucie Dvorsky</td><td>Buyer</td><td data-k=signature data-r=buyer data-n=2></td><td data-k=date data-r=buyer data-n=2></td></tr><tr><td>Ottoline Bekele</td><td>Seller</td><td data-k=signature data-r=seller data-n=1></td><td data-k=date data-r=seller data-n=1></td></tr></table></div>`,
  "two languages": `<div class=page><h1>Divulgación / Disclosure</h1><p>${clauses[3]}</p><p style="margin-top:24px">Comprador / Buyer: ${blank("signature", "buyer", 1, 220)} Fecha / Date: ${blank("date", "buyer", 1, 90)}</p><p style="margin-top:24px">Comprador / Buyer: ${blank("signature", "buyer", 2, 220)} Fecha / Date: ${blank("date", "buyer", 2, 90)}</p><p style="margin-top:24px">Vendedor / Seller: ${blank("signature", "seller", 1, 220)} Fecha / Date: ${blank("date", "seller", 1, 90)}</p></div>`,
  "typed boxes and a footer of slashes": `<div class=page><h1>Home Warranty</h1><p>[ ] Buyer wants a home warranty. [ ] Buyer waives a home warranty.</p><p>${clauses[2]}</p><p style="margin-top:24px">Buyer ${typed("signature", "buyer", 1, 30)} Date ${typed("date", "buyer", 1, 10)} Buyer ${typed("signature", "buyer", 2, 24)} Date ${typed("date", "buyer", 2, 10)}</p><div class=foot><span>Buyer Initials ${typed("initials", "buyer", 1, 5)}/${typed("initials", "buyer", 2, 5)}</span><span>Seller Initials ${typed("initials", "seller", 1, 5)}/${typed("initials", "seller", 2, 5)}</span></div></div>`,
  "a heading over each pair": `<div class=page><h1>Lease Renewal</h1><p>${clauses[3]}</p>${[
    ["Tenant’s Signature", "tenant", 1],
    ["Second Tenant’s Signature", "tenant", 2],
    ["Landlord’s Signature", "landlord", 1],
  ]
    .map(
      ([c, r, n]) =>
        `<p style="margin-top:18px"><b>${c}</b></p><div style="display:flex;gap:30px">${under("signature", r, n, 300)}<div style="align-self:end">Date</div>${under("date", r, n, 120)}</div>`,
    )
    .join("")}</div>`,
  "signature over a block of details": `<div class=page><h1>Agency Agreement</h1><p>${clauses[1]}</p><div style="display:flex;gap:50px">${[
    ["Owner", "seller", 1],
    ["Owner", "seller", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<div style="width:300px"><div style="margin-top:24px;border-bottom:1px solid" data-k=signature data-r=${r} data-n=${n}>&nbsp;</div><span class=cap>${c}</span><p>Printed name ${blank("name", r, n, 180)}</p><p>Address ${free(210)}</p><p>City, state, zip ${free(170)}</p><p>Phone ${free(90)} E-mail ${free(100)}</p><p>Date ${blank("date", r, n, 110)}</p></div>`,
    )
    .join("")}</div></div>`,
  "initials at the end of clauses in the margin": `<div class=page style="padding-right:150px"><h1>Option Contract</h1>${clauses
    .slice(0, 4)
    .map(
      (p, i) =>
        `<div style="position:relative"><p>${i + 1}. ${p}</p><div style="position:absolute;right:-110px;bottom:4px;width:84px;font-size:11px">Initial ${blank("initials", "", 0, 40)}</div></div>`,
    )
    .join("")}<p style="margin-top:30px">Optionee: ${blank("signature", "", 0, 240)} Date ${blank("date", "", 0, 90)}</p></div>`,
  "four in a row": `<div class=page><h1>Joint Instructions</h1><p>${clauses[0]}</p><div style="display:grid;grid-template-columns:repeat(4,1fr);gap:18px;margin-top:30px">${[
    ["Buyer", "buyer", 1],
    ["Buyer", "buyer", 2],
    ["Seller", "seller", 1],
    ["Seller", "seller", 2],
  ]
    .map(
      ([c, r, n]) =>
        `<div>${under("signature", r, n, 150)}<span class=cap>${c}</span>${under("date", r, n, 150)}<span class=cap>Date</span></div>`,
    )
    .join("")}</div></div>`,
  "dark heading bars": `<div class=page><h1>EXCLUSIVE BUYER AGENCY</h1><p>${clauses[0]}</p><div class=hd>SIGNATURES OF BUYERS</div>${[1, 2].map((n) => `<div class=row><div>${under("signature", "buyer", n, 240)}<span class=cap>Signature</span></div><div>${under("name", "buyer", n, 190)}<span class=cap>Print name</span></div><div>${under("date", "buyer", n, 100)}<span class=cap>Date</span></div></div>`).join("")}<div class=hd>SIGNATURE OF BUYER’S AGENT</div><div class=row><div>${under("signature", "buyer_agent", 1, 240)}<span class=cap>Signature</span></div><div>${under("name", "buyer_agent", 1, 190)}<span class=cap>Print name</span></div><div>${under("date", "buyer_agent", 1, 100)}<span class=cap>Date</span></div></div></div>`,
  "acknowledgment list with yes boxes": `<div class=page><h1>Flood Zone Notice</h1>${clauses
    .slice(0, 4)
    .map((p) => `<p><span class=box></span> ${p}</p>`)
    .join(
      "",
    )}<p style="margin-top:20px">Purchaser’s signature: ${blank("signature", "buyer", 1, 260)}</p><p style="margin-top:16px">Date signed: ${blank("date", "buyer", 1, 120)}</p><p style="margin-top:20px">Purchaser’s signature: ${blank("signature", "buyer", 2, 260)}</p><p style="margin-top:16px">Date signed: ${blank("date", "buyer", 2, 120)}</p></div>`,
  "a page of clauses, initials right": `<div class=page><h1>Terms</h1>${[...clauses, ...clauses].map((p, i) => `<p>${i + 1}. ${p}</p>`).join("")}<div class=foot style="justify-content:flex-end"><span>Tenant ${typed("initials", "tenant", 1, 5)} Tenant ${typed("initials", "tenant", 2, 5)} Landlord ${typed("initials", "landlord", 1, 5)}</span></div></div>`,
  "signatures in a bordered box": `<div class=page><h1>Release of Deposit</h1><p>${clauses[1]}</p><div style="border:2px solid #000;padding:14px;margin-top:20px"><div style="display:grid;grid-template-columns:1fr 1fr;gap:26px 30px"><div>Seller: ${blank("signature", "seller", 1, 210)}</div><div>Buyer: ${blank("signature", "buyer", 1, 210)}</div><div>Date: ${blank("date", "seller", 1, 120)}</div><div>Date: ${blank("date", "buyer", 1, 120)}</div><div>Seller: ${blank("signature", "seller", 2, 210)}</div><div>Buyer: ${blank("signature", "buyer", 2, 210)}</div><div>Date: ${blank("date", "seller", 2, 120)}</div><div>Date: ${blank("date", "buyer", 2, 120)}</div></div></div></div>`,
  "statement above each line": `<div class=page><h1>Confirmation</h1><p>I, the Seller, confirm that the above is correct.</p><p style="margin-top:26px">${blank("signature", "seller", 1, 260)} ${blank("date", "seller", 1, 100)}</p><p class=s>(Signature) <span style="display:inline-block;width:210px"></span>(Date)</p><p>I, the Buyer, received a copy of this confirmation.</p><p style="margin-top:26px">${blank("signature", "buyer", 1, 260)} ${blank("date", "buyer", 1, 100)}</p><p class=s>(Signature) <span style="display:inline-block;width:210px"></span>(Date)</p></div>`,
  "approval grid with ticks and initials": `<div class=page><h1>Contingency Removal</h1><table><tr><th style="width:40%">Contingency</th><th>Removed</th><th>Date</th><th>Buyer 1 initials</th><th>Buyer 2 initials</th></tr>${["Loan", "Appraisal", "Inspection"].map((c) => `<tr><td>${c}</td><td><span class=box></span></td><td data-k=date data-r=buyer data-n=1></td><td data-k=initials data-r=buyer data-n=1></td><td data-k=initials data-r=buyer data-n=2></td></tr>`).join("")}</table><p style="margin-top:30px">Buyer 1 ${blank("signature", "buyer", 1, 250)} Buyer 2 ${blank("signature", "buyer", 2, 250)}</p></div>`,
  "broker block after parties": `<div class=page><h1>Compensation Agreement</h1><p>${clauses[1]}</p><p style="margin-top:20px">Seller’s Signature ${blank("signature", "seller", 1, 230)} Date ${blank("date", "seller", 1, 90)}</p><p style="margin-top:20px">Co-Seller’s Signature ${blank("signature", "seller", 2, 212)} Date ${blank("date", "seller", 2, 90)}</p><p style="margin-top:20px">Listing Brokerage: ${free(230)}</p><p style="margin-top:20px">Listing Agent’s Signature ${blank("signature", "listing_agent", 1, 200)} Date ${blank("date", "listing_agent", 1, 90)}</p><p style="margin-top:20px">Broker’s Signature ${blank("signature", "broker", 1, 230)} Date ${blank("date", "broker", 1, 90)}</p></div>`,
  "pages with a rule at head and foot": `<div class=page><div style="border-bottom:1px solid #000">Fennel County Realtors Form 9 <span style="float:right">Page 1 of 2</span></div>${clauses
    .slice(0, 4)
    .map((p, i) => `<p>${i + 1}. ${p}</p>`)
    .join(
      "",
    )}<div style="position:absolute;left:70px;right:70px;bottom:40px;border-top:1px solid #000;font-size:11px;padding-top:14px">Purchaser’s Initials ${blank("initials", "buyer", 1, 50)} ${blank("initials", "buyer", 2, 50)} <span style="float:right">Seller’s Initials ${blank("initials", "seller", 1, 50)} ${blank("initials", "seller", 2, 50)}</span></div></div><div class=page><div style="border-bottom:1px solid #000">Fennel County Realtors Form 9 <span style="float:right">Page 2 of 2</span></div><p>${clauses[2]}</p><div style="display:flex;gap:40px">${[
    ["PURCHASER", "buyer"],
    ["SELLER", "seller"],
  ]
    .map(
      ([c, r]) =>
        `<div style="flex:1">${[1, 2].map((n) => `<div style="display:flex;gap:10px;margin-top:20px"><div>${under("signature", r, n, 220)}<span class=cap>${c}</span></div><div>${under("date", r, n, 80)}<span class=cap>DATE</span></div></div>`).join("")}</div>`,
    )
    .join("")}</div></div>`,
};
