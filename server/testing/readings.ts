import { strToU8, zipSync } from 'fflate';

/** A PDF of one page that says something. */
export function pdfOf(text: string): Buffer {
  const lines = text.match(/.{1,70}(\s|$)/g) ?? [text];
  const content = `BT /F1 11 Tf 40 780 Td 14 TL ${lines.map((line) => `(${line.trim()}) Tj T*`).join(' ')} ET`;
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >> >> >>',
    `<< /Length ${content.length} >>\nstream\n${content}\nendstream`,
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
  ];
  let file = '%PDF-1.4\n';
  const places = objects.map((object, index) => {
    const at = file.length;
    file += `${index + 1} 0 obj\n${object}\nendobj\n`;
    return at;
  });
  const table = file.length;
  const entry = (at: number) => `${String(at).padStart(10, '0')} 00000 n \n`;
  file += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${places.map(entry).join('')}`;
  return Buffer.from(
    `${file}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`,
  );
}

/** A .docx that says something, with more parts where a test wants them. */
export function docxOf(text: string, more: Readonly<Record<string, Uint8Array>> = {}): Buffer {
  const types = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml';
  return Buffer.from(
    zipSync({
      '[Content_Types].xml': strToU8(
        `<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="${types}"/></Types>`,
      ),
      '_rels/.rels': strToU8(
        '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>',
      ),
      'word/document.xml': strToU8(
        `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body><w:p><w:r><w:t>${text}</w:t></w:r></w:p></w:body></w:document>`,
      ),
      ...more,
    }),
  );
}
