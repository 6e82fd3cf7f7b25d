/** Languages by their two letters (ISO 639-1). */
export const LANGUAGES: readonly string[] = (
  'aa ab ae af ak am an ar as av ay az ba be bg bh bi bm bn bo br bs ca ce ch co cr cs cu cv cy da de dv dz ' +
  'ee el en eo es et eu fa ff fi fj fo fr fy ga gd gl gn gu gv ha he hi ho hr ht hu hy hz ia id ie ig ii ik ' +
  'io is it iu ja jv ka kg ki kj kk kl km kn ko kr ks ku kv kw ky la lb lg li ln lo lt lu lv mg mh mi mk ml ' +
  'mn mr ms mt my na nb nd ne ng nl nn no nr nv ny oc oj om or os pa pi pl ps pt qu rm rn ro ru rw sa sc sd ' +
  'se sg si sk sl sm sn so sq sr ss st su sv sw ta te tg th ti tk tn to tr ts tt tw ty ug uk ur uz ve vi vo ' +
  'wa wo xh yi yo za zh zu '
)
  .split(' ')
  .filter(Boolean);

const NAMES = new Intl.DisplayNames(['en'], { type: 'language', fallback: 'none' });

/** What a language tag (BCP 47) means in words, “Swiss German”, “German (Austria)”; null for what means nothing. */
export function languageName(tag: string): string | null {
  try {
    const [language = ''] = tag.toLowerCase().split('-');
    // A name is given to made-up languages too, as soon as a country follows.
    return NAMES.of(language) === undefined ? null : (NAMES.of(tag) ?? null);
  } catch {
    return null;
  }
}
