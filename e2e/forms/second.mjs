import { S, B, F, U, L, T } from "./kit.mjs";

export function second() {
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
