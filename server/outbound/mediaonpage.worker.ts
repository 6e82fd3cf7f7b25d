import { mediaOnPage } from '@placard/core/foreign';

export default ({ html, address }: { html: string; address: string }) => mediaOnPage(html, address);
