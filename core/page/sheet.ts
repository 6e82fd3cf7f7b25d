import { escapeHtml } from '../text/index.ts';

/** On paper nothing is scrolled: what stands one by one stands one under the other. */
const PRINTED =
  '@media print{[style*="scroll-snap-type"]{display:block!important;overflow:visible!important}}';

/** A whole document round a rendered body: for the preview and for the page that opens offline. */
export function renderSheet(parts: {
  title: string;
  language: string;
  style: string;
  body: string;
  head?: string;
  data?: string;
}): string {
  // A style element ends at the first </style, whatever stands before it.
  const style = parts.style.replace(/<\/(?=style)/gi, '<\\/');
  return `<!doctype html>
<html lang="${escapeHtml(parts.language)}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escapeHtml(parts.title)}</title>
${parts.head ? `${parts.head}\n` : ''}<style>main{overflow-wrap:break-word}${PRINTED}${style}</style>${parts.data ? `\n${parts.data}` : ''}
</head>
<body>
<main>
<h1>${escapeHtml(parts.title)}</h1>
${parts.body}
</main>
</body>
</html>
`;
}

/** What stands where a page stood once: it leads on to where it is, without a script. */
export function renderLeadingOn(title: string, language: string, address: string): string {
  const to = escapeHtml(address);
  return `<!doctype html>
<html lang="${escapeHtml(language)}">
<head>
<meta charset="utf-8">
<meta http-equiv="refresh" content="0; url=${to}">
<link rel="canonical" href="${to}">
<title>${escapeHtml(title)}</title>
</head>
<body>
<p><a href="${to}">${escapeHtml(title)}</a></p>
</body>
</html>
`;
}
