import { Link } from '@tiptap/extension-link';
import { isLinkAddress } from '@placard/core/page';

/** A link: to an address, to a page of ours or a file by its id; and whether it opens a new window. */
export const PageLink = Link.extend({
  addAttributes: () => ({
    href: { default: null, parseHTML: (element) => element.getAttribute('href') },
    newWindow: {
      default: null,
      parseHTML: (element) => element.getAttribute('target') === '_blank' || null,
      // The desk says it by its look; a press on a link here puts the caret into it.
      renderHTML: ({ newWindow }) => (newWindow ? { 'data-new-window': '' } : {}),
    },
  }),
}).configure({
  openOnClick: false,
  autolink: false,
  isAllowedUri: (href) => isLinkAddress(href),
  HTMLAttributes: { target: null, rel: null },
});
