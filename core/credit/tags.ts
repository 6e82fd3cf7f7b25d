import { plainLine } from '../text/index.ts';
import { termsOfPlacard, type Placard } from './placard.ts';
import { statement, statementText, type StatementContext } from './statement.ts';

/**
 * A placard as the few fields that films and sounds carry whatever their container (the names that ID3v2, Vorbis
 * comments, RIFF INFO, Matroska and MP4 share); what is empty is left out.
 */
export function tagsOf(placard: Placard, context: StatementContext = {}): Record<string, string> {
  const terms = context.terms ?? termsOfPlacard(placard);
  const credit = statementText(statement(placard, context));
  const words = [credit, terms.deed ?? '', placard.sourceUrl].filter((part) => part !== '').join(' ');
  const tags = {
    title: placard.title,
    artist: placard.creator,
    copyright: placard.copyright || credit,
    comment: words,
    description: placard.caption || placard.alt,
  };
  return Object.fromEntries(
    Object.entries(tags)
      .map(([name, value]) => [name, plainLine(value, 2000)] as const)
      .filter(([, value]) => value !== ''),
  );
}
