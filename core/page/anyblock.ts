/** Any block of a page, of whatever kind. */
export interface AnyBlock {
  type: string;
  attrs?: object | undefined;
  content?: unknown;
}
