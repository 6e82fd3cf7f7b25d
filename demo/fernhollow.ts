import type { Founding } from '@placard/server/people/found';

/** The sample accounts. Their passwords are shown on the demo's sign-in page, and only there. */
export const SAMPLE_ACCOUNTS = [
  {
    name: 'Edda Quill',
    role: 'editor' as const,
    email: 'edda@fernhollow.example',
    password: 'demo-paper-and-ink',
  },
  {
    name: 'Rowan Ashby',
    role: 'reviewer' as const,
    email: 'rowan@fernhollow.example',
    password: 'demo-terms-and-hosts',
  },
  {
    name: 'Kit Marlowe-Finch',
    role: 'keeper' as const,
    email: 'kit@fernhollow.example',
    password: 'demo-keys-and-doors',
  },
];

const STYLE = `:root{color-scheme:light}
body{margin:0;background:#fff;color:#222;font:17px/1.6 Georgia,"Times New Roman",serif}
main{max-width:720px;margin:0 auto;padding:20px 16px 48px}
main::after{content:"";display:block;clear:both}
h1{font-size:32px;line-height:1.15;margin:8px 0 14px;color:#20304f}
h2{font-size:23px;line-height:1.25;margin:26px 0 8px;color:#20304f}
h3{font-size:19px;margin:22px 0 6px;color:#20304f}
p{margin:0 0 14px}
a{color:#8c4a2f}
li{margin:0 0 4px}
figcaption{font:14px/1.4 Verdana,Arial,sans-serif;color:#444;padding-top:6px}
figcaption small{font-size:12px;color:#595959}
@media (max-width:600px){body{font-size:16px}h1{font-size:27px}}`;

/** The site as the demo finds it, before anything came in. */
export const FERNHOLLOW: Omit<Founding, 'approvedHosts'> = {
  name: 'Fernhollow Dark-Sky Park',
  language: 'en',
  measures: [
    { id: 'stamp', name: 'Stamp', width: 160 },
    { id: 'aside', name: 'Aside', width: 320 },
    { id: 'half', name: 'Half', width: 480 },
    { id: 'column', name: 'Column', width: 720 },
    { id: 'wide', name: 'Wide', width: 1120 },
  ],
  style: STYLE,
  sections: [
    { slug: 'visit', title: 'Visit' },
    { slug: 'events', title: 'Events' },
    { slug: 'sky-notes', title: 'Sky notes' },
    { slug: 'instruments', title: 'Instruments' },
    { slug: 'about', title: 'About' },
  ],
  people: SAMPLE_ACCOUNTS,
};
