import { isHidden } from '../htmlpage.ts';
import { each, type HtmlRule } from './rule.ts';

/** Words that lead on and say nothing of where, in the languages of the pages that are most. */
const SAY_NOTHING = new Set(
  [
    'here|click here|click|this|this link|link|more|read more|learn more|see more|continue|continue reading|details|go|page|website',
    'hier|hier klicken|klicken sie hier|mehr|mehr lesen|weiterlesen|weiter|link|klik hier|lees meer|meer|lees verder',
    'ici|cliquez ici|lire la suite|en savoir plus|plus|aquí|haga clic aquí|leer más|más|qui|clicca qui|leggi tutto|di più',
    'aqui|clique aqui|leia mais|saiba mais|tutaj|kliknij tutaj|więcej|zde|klikněte zde|více|tady|här|klicka här|läs mer',
  ].flatMap((line) => line.split('|')),
);

export const linkSaysNothing: HtmlRule = {
  id: 'link-says-nothing',
  severity: 'warn',
  why: 'Links are listed by their words: “here” says nothing there (WCAG 2.4.4, F84).',
  look: each((element) => {
    const { tag, attributes, words } = element;
    if (tag !== 'a' || !attributes.has('href') || isHidden(element)) return false;
    const bare = words
      .toLowerCase()
      .replace(/[^\p{L}\p{N}\s]/gu, '')
      .trim()
      .replace(/\s+/g, ' ');
    return (
      SAY_NOTHING.has(bare) && {
        says: `The link “${words}” does not say where it leads.`,
        remedy: 'Name in it what stands there.',
      }
    );
  }),
};
