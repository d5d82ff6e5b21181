import { S, B, F, U } from "./kit.mjs";

export function third() {
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
