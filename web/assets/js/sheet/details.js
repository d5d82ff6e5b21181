// What forms ask for beside a signature and the deal or the address book knows.
const asked = [
  ["license", /\blicen[sc]e\b|\blic\b/i],
  ["title", /^(its|title|capacity)\b/i],
  ["company", /\b(company|brokerage|firm|entity)\b/i],
];

/** What a text of a signer is, by its label: its form, and what stands in it from the start. */
export function detail(signer, label) {
  const format = asked.find(([, re]) => re.test(label))?.[0];
  return format ? { format, value: valueOf(signer, format) } : {};
}

/** What is known of a signer that a form of text asks for. */
export function valueOf(signer, format) {
  return (signer && { company: signer.company, license: signer.license, title: signer.capacity }[format]) || "";
}
