/** An address without its escaped letters; as it stands where they are none. */
export function decoded(address: string): string {
  try {
    return decodeURIComponent(address);
  } catch {
    return address;
  }
}
