import {
  type PDFDocument,
  PDFHexString,
  PDFName,
  PDFOperator,
  PDFOperatorNames,
  type PDFPage,
  type PDFRef,
} from 'pdf-lib';

/**
 * The structure of a page, by which it is read aloud: what is drawn within `tagged` is a part of it, with its words or what it shows; what
 * is drawn within `beside` is decoration.
 */
export class Structure {
  private readonly parts: PDFRef[] = [];
  private readonly root: PDFRef;
  private readonly whole: PDFRef;

  constructor(
    private readonly pdf: PDFDocument,
    private readonly page: PDFPage,
  ) {
    const { context, catalog } = pdf;
    this.root = context.nextRef();
    this.whole = context.nextRef();
    catalog.set(PDFName.of('MarkInfo'), context.obj({ Marked: true }));
    catalog.set(PDFName.of('StructTreeRoot'), this.root);
    catalog.set(PDFName.of('ViewerPreferences'), context.obj({ DisplayDocTitle: true }));
    page.node.set(PDFName.of('StructParents'), context.obj(0));
    page.node.set(PDFName.of('Tabs'), PDFName.of('S'));
  }

  tagged(tag: 'H1' | 'P' | 'Figure', draw: () => void, shows?: string): void {
    const id = this.parts.length;
    const { context } = this.pdf;
    const part = context.obj({
      Type: 'StructElem',
      S: tag,
      P: this.whole,
      Pg: this.page.ref,
      K: id,
    });
    if (shows !== undefined) part.set(PDFName.of('Alt'), PDFHexString.fromText(shows));
    this.parts.push(context.register(part));
    const properties = context.obj({ MCID: id });
    this.within(
      PDFOperator.of(PDFOperatorNames.BeginMarkedContentSequence, [PDFName.of(tag), properties.toString()]),
      draw,
    );
  }

  beside(draw: () => void): void {
    this.within(PDFOperator.of(PDFOperatorNames.BeginMarkedContent, [PDFName.of('Artifact')]), draw);
  }

  private within(begin: PDFOperator, draw: () => void): void {
    this.page.pushOperators(begin);
    draw();
    this.page.pushOperators(PDFOperator.of(PDFOperatorNames.EndMarkedContent));
  }

  end(): void {
    const { context } = this.pdf;
    const { parts, root, whole } = this;
    context.assign(whole, context.obj({ Type: 'StructElem', S: 'Document', P: root, K: parts }));
    const pages = context.register(context.obj({ Nums: [0, parts] }));
    context.assign(root, context.obj({ Type: 'StructTreeRoot', K: [whole], ParentTree: pages, ParentTreeNextKey: 1 }));
  }
}
