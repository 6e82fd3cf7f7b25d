import { policyLine, type Frame } from '@placard/core/embed';
import { kindOf, type Block } from '@placard/core/page';
import { useFraming } from './useframing.ts';

/** Who is told what before a visitor does anything, and the line that the site's policy needs. */
export function WhoIsTold({ block }: { block: Block }) {
  const [embedded] = kindOf(block).embedded(block);
  if (!embedded)
    return (
      <p className="my-2.5 text-[13px] text-soft">
        Nobody is told anything before somebody follows a link in it.
      </p>
    );
  const hosts = embedded.origins.map((origin) => new URL(origin).host).join(', ');
  const waits = block.type === 'embed' && block.attrs.still;
  return (
    <>
      <p className="mt-5 mb-2.5 text-[13px] text-soft">
        {waits ? 'Loads nothing of the host until somebody presses play. Then it talks to ' : 'It talks to '}
        <b className="text-ink">{hosts}</b>
        {waits ? '.' : ' as soon as it comes near the screen.'} The site needs this line in its
        Content-Security-Policy:
      </p>
      <code className="block border border-rule bg-card px-3 py-2 font-mono text-[12.5px] break-all">
        {policyLine(embedded.csp)};
      </code>
      {block.type === 'embed' && <Framing frame={block.attrs.frame} />}
    </>
  );
}

/** What the host answers when it is asked whether it lets itself be framed. */
function Framing({ frame }: { frame: Frame }) {
  const asked = useFraming(frame);
  if (!asked) return null;
  return (
    <p role="status" className={`mt-2 text-[13px] ${asked.may ? 'text-spruce' : 'text-madder'}`}>
      {asked.says}
    </p>
  );
}
