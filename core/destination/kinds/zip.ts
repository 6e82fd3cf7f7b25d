import { renderLeadingOn, renderSheet } from '../../page/index.ts';
import type { Entry, FilesDestination } from '../destination.ts';

/**
 * A ZIP that opens offline: `index.html` in the site's style, the bare fragment, its entry for lists, and the media; and
 * what leads on from where it stood.
 */
export const zip: FilesDestination = {
  name: 'zip',
  does: 'Download ZIP',
  form: 'files',
  entries: ({ site, page, html, head, listing, data, files, fragment }) => {
    const sheet = renderSheet({
      title: page.title,
      language: site.language,
      style: site.style,
      body: html,
      head,
      data,
    });
    const written: Entry[] = [
      {
        path: 'index.html',
        text: sheet,
        // Browsers load no captions from beside a page that is opened from a disk.
        inside: files.flatMap(({ path, key }) =>
          path.endsWith('.vtt')
            ? [{ before: '<track kind="captions" src="', path, key, mime: 'text/vtt' }]
            : [],
        ),
      },
      { path: 'fragment.html', text: `${fragment}\n` },
      { path: 'listing.html', text: `${listing}\n` },
    ];
    if (data !== '') written.push({ path: 'structured-data.html', text: `${data}\n` });
    for (const former of page.formerAddresses)
      written.push({
        path: `former-addresses${former}/index.html`,
        text: renderLeadingOn(page.title, site.language, page.address),
      });
    return [...written, ...files.map(({ path, key }) => ({ path, key }))];
  },
};
