/** An input that is gone to in order: a cell of a table, a field of a page. */
export type OrderedPlace = {
  readonly element: HTMLInputElement;
  /** Its place in the order things are read in. */
  readonly sequence: number;
  /** Its place on the sheet. */
  readonly row: number;
  readonly column: number;
};

const byDocument = (a: OrderedPlace, b: OrderedPlace): number =>
  a.element.compareDocumentPosition(b.element) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1;

/** The inputs that are on the screen now, and the ways between them: each adds itself when it comes and leaves when it goes. */
export class FocusOrder {
  readonly #places = new Map<string, OrderedPlace>();

  /** Takes a place in; the answer takes it out again. */
  add(id: string, place: OrderedPlace): () => void {
    this.#places.set(id, place);
    return () => void this.#places.delete(id);
  }

  #enabled(): OrderedPlace[] {
    return [...this.#places.values()].filter(({ element }) => !element.disabled);
  }

  /** On to what is read after this one; false where it was the last. */
  next(id: string): boolean {
    const from = this.#places.get(id);
    if (!from) return false;
    const order = this.#enabled().sort((a, b) => a.sequence - b.sequence || byDocument(a, b));
    const after = order[order.indexOf(from) + 1];
    after?.element.focus();
    return after !== undefined;
  }

  /** Row by row to the one before or after it; false at either end. */
  beside(id: string, step: 1 | -1): boolean {
    const from = this.#places.get(id);
    if (!from) return false;
    const order = this.#enabled().sort((a, b) => a.row - b.row || a.column - b.column || byDocument(a, b));
    const to = order[order.indexOf(from) + step];
    to?.element.focus();
    return to !== undefined;
  }

  /** To the place of the sheet; false where there is none. */
  at(row: number, column: number): boolean {
    const to = this.#enabled().find((place) => place.row === row && place.column === column);
    to?.element.focus();
    return to !== undefined;
  }
}
