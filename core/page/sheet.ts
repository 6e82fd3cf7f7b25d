import { escapeHtml } from '../text/index.ts';

/** A whole document round a rendered body: for the preview and for the page that opens offline. */
export function renderSheet(parts: {
  title: string;
  language: string;
  style: string;
  body: string;
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
<style>main{overflow-wrap:break-word}${style}</style>${parts.data ? `\n${parts.data}` : ''}
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
