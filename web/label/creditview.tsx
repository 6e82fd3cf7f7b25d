import { Copy } from 'lucide-react';
import { useState } from 'react';
import type { AssetDetail, Site } from '@placard/core/contract';
import {
  statement,
  statementHtml,
  statementMarkdown,
  statementText,
  type StatementRun,
} from '@placard/core/credit';
import { Statement } from '../placard/statement.tsx';
import { useTerms } from '../placard/useterms.ts';

/** The credit over the real picture in each of the ways it can stand, and as text to take along. */
export function CreditView({ asset, site }: { asset: AssetDetail; site: Site }) {
  const { placard } = asset;
  const { termsOf } = useTerms();
  const runs = statement(placard, {
    changes: asset.shown.changes,
    terms: termsOf(placard.licence),
    language: site.language,
  });
  const small = asset.renditions.find(({ width }) => width >= 320)?.url ?? asset.thumbnail;
  if (runs.length === 0)
    return (
      <p className="text-soft">
        {placard.licence === 'unknown'
          ? 'There is nothing to print yet: neither its creator nor its terms are known.'
          : 'There is nothing to print: no creator, and terms that ask for nothing.'}
      </p>
    );
  const picture = small ? (
    <img src={small} alt="" className="block w-full" />
  ) : (
    <span className="block aspect-[3/2] w-full bg-rule" />
  );
  const words = (
    <small className="block text-[11px] leading-snug wrap-anywhere">
      <Statement runs={runs} />
    </small>
  );
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-2 gap-3">
        <Way name="below">
          {picture}
          {words}
        </Way>
        <Way name="over its foot">
          <span className="relative block">
            {picture}
            <span className="absolute inset-x-0 bottom-0 bg-[rgb(0_0_0/0.75)] px-1.5 py-0.5 leading-none text-white">
              {words}
            </span>
          </span>
        </Way>
        <Way name="beside">
          <span className="grid grid-cols-[54%_minmax(0,1fr)] items-end gap-1.5">
            {picture}
            {words}
          </span>
        </Way>
        <Way name="in the page’s list">
          <span className="block w-3/5">{picture}</span>
          <span className="mt-1 block border-t border-rule pt-1 font-serif text-[11px] font-semibold">
            Credits
          </span>
          <span className="grid grid-cols-[10px_1fr] text-[11px]">
            <span aria-hidden>•</span>
            {words}
          </span>
        </Way>
      </div>
      <Takings runs={runs} />
    </div>
  );
}

function Way({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <figure>
      <span className="block border border-rule bg-white p-2 text-[#1f2328]">{children}</span>
      <figcaption className="caption mt-0.5">{name}</figcaption>
    </figure>
  );
}

function Takings({ runs }: { runs: readonly StatementRun[] }) {
  const [copied, setCopied] = useState('');
  const forms = [
    ['HTML', statementHtml(runs)],
    ['Plain text', statementText(runs)],
    ['Markdown', statementMarkdown(runs)],
  ] as const;
  return (
    <dl className="text-[13px]">
      {forms.map(([name, text]) => (
        <div key={name} className="border-t border-rule py-1.5">
          <dt className="flex items-center text-soft">
            <span className="grow">{name}</span>
            <button
              type="button"
              className="button-plain py-0"
              aria-label={`Copy the credit as ${name}`}
              onClick={() => void navigator.clipboard.writeText(text).then(() => setCopied(name))}
            >
              <Copy aria-hidden className="size-3.5" /> {copied === name ? 'Copied' : 'Copy'}
            </button>
          </dt>
          <dd className="mt-0.5 font-mono text-[11.5px] leading-snug wrap-anywhere">{text}</dd>
        </div>
      ))}
    </dl>
  );
}
