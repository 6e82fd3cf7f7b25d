/** A picture, film or sound that a page shows, with what the page says of it. Empty text: it says nothing. */
export interface FoundMedia {
  address: string;
  kind: 'picture' | 'film' | 'sound';
  title: string;
  alt: string;
  creator: string;
  creatorUrl: string;
  /** An id of our licences; `unknown` where the page names none of them. */
  licence: string;
  /** The licence's address as the page gives it. */
  licenceUrl: string;
}
