import { useState } from 'react';
import { Link } from 'react-router';
import { holdFindingBack, letFindingGo } from '@placard/core/contract';
import { stops, type Finding } from '@placard/core/proof';
import { useDo, useMay } from '../kit/asking.ts';
import { TextField } from '../kit/fields.tsx';
import { Form, useFilling } from '../kit/form.tsx';
import { Notice } from '../kit/notice.tsx';
import { plural } from '@placard/core/text';
import { useRemedies } from './useremedies.ts';

const ORDER = { stop: 0, warn: 1, note: 2 };
const weightOf = (finding: Finding) => (finding.waived ? 1.5 : ORDER[finding.severity]);

/** What was found in a page, the gravest first, with the way on for whatever keeps it back. */
export function Findings({ findings, pageId }: { findings: Finding[]; pageId: string }) {
  const sorted = [...findings].sort((a, b) => weightOf(a) - weightOf(b));
  const stopping = findings.filter(stops).length;
  const mayLetGo = useMay(letFindingGo);
  const remedies = useRemedies(pageId);
  return (
    <section aria-label="Findings" className="wall-label">
      <h2 className="mb-1 text-[18px]">
        {findings.length === 0 ? 'Nothing found' : plural(findings.length, 'finding')}
      </h2>
      {findings.length === 0 ? (
        <p className="text-spruce">
          Every picture has its words and its credit, and nothing is soft or heavy.
        </p>
      ) : (
        <p className="caption">
          {stopping > 0
            ? `${plural(stopping, 'thing')} to mend before it goes out${mayLetGo ? '' : '; or a reviewer lets it go'}`
            : 'Nothing keeps it from going out.'}
        </p>
      )}
      <p role="status" className="text-[13px]">
        {remedies.refused && <span className="text-madder">{remedies.refused}</span>}
      </p>
      <div className="mt-2">
        {sorted.map((finding) => (
          <Notice
            key={`${finding.rule} ${finding.where} ${finding.says}`}
            severity={finding.waived ? 'note' : finding.severity}
          >
            {finding.says} <span className="text-soft">{finding.remedy}</span>
            {remedies.mayWrite &&
              finding.remedies?.map((remedy) => (
                <button
                  key={remedy.says}
                  type="button"
                  className="button-plain mt-1 block py-0"
                  aria-label={`${remedy.says}: ${finding.says}`}
                  disabled={remedies.busy}
                  onClick={() => void remedies.apply(remedy)}
                >
                  {remedy.says}
                </button>
              ))}
            {finding.waived && <WasLetGo pageId={pageId} waived={finding.waived} mayHoldBack={mayLetGo} />}
            {mayLetGo && stops(finding) && <LetItGo pageId={pageId} finding={finding} />}
          </Notice>
        ))}
      </div>
      {findings.length > 0 && (
        <Link className="button mt-3" to={`/place/${pageId}`}>
          Mend it in the page
        </Link>
      )}
    </section>
  );
}

/** Lets one go, once the reason is said. */
function LetItGo({ pageId, finding: { rule, where, says } }: { pageId: string; finding: Finding }) {
  const [saying, setSaying] = useState(false);
  if (saying)
    return <Reason pageId={pageId} rule={rule} where={where ?? ''} onLeave={() => setSaying(false)} />;
  return (
    <button
      type="button"
      className="button-plain mt-1 block py-0"
      aria-label={`Let it go: ${says}`}
      onClick={() => setSaying(true)}
    >
      Let it go …
    </button>
  );
}

function Reason({
  pageId,
  rule,
  where,
  onLeave,
}: {
  pageId: string;
  rule: string;
  where: string;
  onLeave: () => void;
}) {
  const filling = useFilling(letFindingGo, { params: { id: pageId }, start: { rule, where, reason: '' } });
  return (
    <Form
      filling={filling}
      label="Let it go"
      className="mt-1.5 space-y-1.5"
      onLeave={onLeave}
      buttons={
        <>
          <button type="submit" className="button" disabled={filling.sending}>
            Let it go
          </button>
          <button type="button" className="button-plain" onClick={onLeave}>
            Keep it back
          </button>
        </>
      }
    >
      <TextField filling={filling} name="reason" label="Why it may go out all the same" rows={2} autoFocus />
    </Form>
  );
}

function WasLetGo({
  pageId,
  waived,
  mayHoldBack,
}: {
  pageId: string;
  waived: NonNullable<Finding['waived']>;
  mayHoldBack: boolean;
}) {
  const holdBack = useDo(holdFindingBack);
  return (
    <span className="mt-1 block text-[12.5px]">
      {waived.by} let it go: “{waived.reason}”{' '}
      {mayHoldBack && (
        <button
          type="button"
          className="button-plain py-0"
          disabled={holdBack.isPending}
          onClick={() => holdBack.mutate({ params: { id: pageId, finding: waived.id } })}
        >
          Keep it back again
        </button>
      )}
    </span>
  );
}
