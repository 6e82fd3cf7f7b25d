import type { Editor } from '@tiptap/react';
import type { Page, Site } from '@placard/core/contract';
import { PHRASE_PLACES, phraseIn, usesIn, type PageFacts, type PhrasePlace } from '@placard/core/page';
import { plural } from '@placard/core/text';
import { Field } from '../../placard/field.tsx';
import { useHeld } from '../desk/useheld.ts';
import { ResultLine } from './resultline.tsx';
import { useSettledDocument } from './usesettleddocument.ts';

const PLACES: Record<PhrasePlace, string> = {
  title: 'the title',
  address: 'the address',
  description: 'the description',
  headings: 'headings',
  opening: 'the first hundred words',
  words: 'all words',
  alt: 'alt texts',
};

/** What lists of results say of the page, as it sets there; and where its key phrase occurs. */
export function FoundBy({
  page,
  site,
  editor,
  title,
  facts,
  onChange,
}: {
  page: Page;
  site: Site;
  editor: Editor;
  title: string;
  facts: PageFacts;
  onChange: (facts: PageFacts) => void;
}) {
  return (
    <div className="pb-2">
      <Field
        name="Description"
        value={facts.description}
        placeholder="What the page is about, in a sentence or two"
        multiline
        onChange={(description) => onChange({ ...facts, description: description.slice(0, 1000) })}
      />
      <ResultLine title={title} site={site.name} address={page.address} description={facts.description} />
      <div className="mt-3">
        <Field
          name="Key phrase"
          value={facts.keyPhrase}
          placeholder="The words it is meant to be found by"
          onChange={(keyPhrase) => onChange({ ...facts, keyPhrase: keyPhrase.slice(0, 200) })}
        />
      </div>
      {facts.keyPhrase !== '' && <Occurs page={page} editor={editor} title={title} facts={facts} />}
    </div>
  );
}

function Occurs({
  page,
  editor,
  title,
  facts,
}: {
  page: Page;
  editor: Editor;
  title: string;
  facts: PageFacts;
}) {
  const document = useSettledDocument(editor);
  const { holdings } = useHeld(usesIn(document).filter(({ as }) => as !== 'file'));
  const found = phraseIn({ document, facts, title, address: page.address }, holdings);
  if (!found) return null;
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5">
      {PHRASE_PLACES.map((place) => (
        <div key={place} className="contents">
          <dt className={found[place] === 0 ? 'text-soft' : ''}>In {PLACES[place]}</dt>
          <dd className={`text-right tabular-nums ${found[place] === 0 ? 'text-ochre' : 'text-spruce'}`}>
            {found[place] === 0 ? 'not' : plural(found[place], 'time')}
          </dd>
        </div>
      ))}
    </dl>
  );
}
