/** An id for a new placement, unlike any other in the page. */
export function newPlacementId(): string {
  return `p-${crypto.randomUUID().slice(0, 13)}`;
}
