import 'server-only';
import { DEFAULT_BYTE_RANGE_PLACEHOLDER, SUBFILTER_ETSI_CADES_DETACHED } from '@signpdf/utils';
import PDFDocument from 'pdfkit';

export type About = { readonly title: string; readonly author: string; readonly at: Date };

/** A file within the file: what the paper was made from, for a program that reads it. */
export type Attached = { readonly name: string; readonly description: string; readonly text: string };

/** Text within XML: what would end it, or is no character of XML, never gets there. */
const xml = (text: string): string =>
  text
    .replace(
      /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g,
      '',
    )
    .replace(/[&<>]/g, (each) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[each] ?? each);

/** Room for a signature and the two certificates that it names. */
const signatureBytes = 6_000;

/** What ends an object that is no stream. */
const nothing = undefined as never;

const producer = 'Orange Ledger';

/**
 * A document that archives keep (PDF/A-3a) and that everybody can read or hear (PDF/UA-1): its structure tagged, its
 * faces and colours within it, and what it says of itself twice the same.
 */
export class ArchivalDocument extends PDFDocument {
  constructor(private readonly about: About) {
    super({
      autoFirstPage: false,
      bufferPages: true,
      tagged: true,
      displayTitle: true,
      lang: 'en-GB',
      pdfVersion: '1.7',
      subset: 'PDF/A-3a',
      info: {
        Title: about.title,
        Author: about.author,
        Creator: producer,
        Producer: producer,
        CreationDate: about.at,
        ModDate: about.at,
      },
    });
  }

  attach({ name, description, text }: Attached): void {
    const at = this.about.at;
    const how = {
      name,
      description,
      type: 'application/json',
      relationship: 'Source',
      creationDate: at,
      modifiedDate: at,
    };
    this.file(Buffer.from(text) as never, how as never);
  }

  /** What the file says of itself: the library would write a firm's "&" into XML as it is, and leave out the rest. */
  _addInfo(): void {
    const { title, author, at } = this.about;
    const time = `${at.toISOString().slice(0, 19)}Z`;
    this.appendXML(`
      <rdf:Description rdf:about="" xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:pdf="http://ns.adobe.com/pdf/1.3/" xmlns:dc="http://purl.org/dc/elements/1.1/">
        <xmp:CreateDate>${time}</xmp:CreateDate>
        <xmp:ModifyDate>${time}</xmp:ModifyDate>
        <xmp:CreatorTool>${producer}</xmp:CreatorTool>
        <pdf:Producer>${producer}</pdf:Producer>
        <dc:format>application/pdf</dc:format>
        <dc:title><rdf:Alt><rdf:li xml:lang="x-default">${xml(title)}</rdf:li></rdf:Alt></dc:title>
        <dc:creator><rdf:Seq><rdf:li>${xml(author)}</rdf:li></rdf:Seq></dc:creator>
        <dc:language><rdf:Bag><rdf:li>en-GB</rdf:li></rdf:Bag></dc:language>
      </rdf:Description>
      <rdf:Description rdf:about="" xmlns:pdfuaid="http://www.aiim.org/pdfua/ns/id/">
        <pdfuaid:part>1</pdfuaid:part>
      </rdf:Description>
      <rdf:Description rdf:about="" xmlns:pdfaExtension="http://www.aiim.org/pdfa/ns/extension/" xmlns:pdfaSchema="http://www.aiim.org/pdfa/ns/schema#" xmlns:pdfaProperty="http://www.aiim.org/pdfa/ns/property#">
        <pdfaExtension:schemas><rdf:Bag><rdf:li rdf:parseType="Resource">
          <pdfaSchema:schema>PDF/UA identification</pdfaSchema:schema>
          <pdfaSchema:namespaceURI>http://www.aiim.org/pdfua/ns/id/</pdfaSchema:namespaceURI>
          <pdfaSchema:prefix>pdfuaid</pdfaSchema:prefix>
          <pdfaSchema:property><rdf:Seq><rdf:li rdf:parseType="Resource">
            <pdfaProperty:name>part</pdfaProperty:name>
            <pdfaProperty:valueType>Integer</pdfaProperty:valueType>
            <pdfaProperty:category>internal</pdfaProperty:category>
            <pdfaProperty:description>Which part of the standard it keeps to</pdfaProperty:description>
          </rdf:li></rdf:Seq></pdfaSchema:property>
        </rdf:li></rdf:Bag></pdfaExtension:schemas>
      </rdf:Description>`);
  }

  /**
   * Leaves room for a signature over the whole file. Its field has no size and lies off the page: it covers nothing, and
   * a screen reader does not read it out.
   */
  reserveSignature(name: string): void {
    const anywhere = DEFAULT_BYTE_RANGE_PLACEHOLDER;
    const signature = this.ref({
      Type: 'Sig',
      Filter: 'Adobe.PPKLite',
      SubFilter: SUBFILTER_ETSI_CADES_DETACHED,
      ByteRange: [0, anywhere, anywhere, anywhere],
      Contents: Buffer.alloc(signatureBytes),
      M: this.about.at,
      Name: new String(name),
      Reason: new String('Issued'),
    });
    const printed = 4;
    const locked = 128;
    const field = this.ref({
      Type: 'Annot',
      Subtype: 'Widget',
      FT: 'Sig',
      T: new String('Signature'),
      V: signature,
      Rect: [-1, -1, -1, -1],
      F: printed | locked,
      P: this.page.dictionary,
    });
    const signaturesExist = 1;
    const appendOnly = 2;
    this.page.annotations.push(field);
    this.initForm();
    // The library ends the form with the document, and would have readers draw its fields.
    const form = this._root.data.AcroForm;
    form.data = { SigFlags: signaturesExist | appendOnly, Fields: [field], DR: form.data.DR };
    for (const each of [signature, field]) each.end(nothing);
  }

  /** Of the library, and not told of by its types. */
  declare _root: { readonly data: { readonly AcroForm: { data: Record<string, unknown> } } };
  declare page: PDFKit.PDFPage & { readonly annotations: unknown[] };
  declare appendXML: (xml: string) => void;
}
