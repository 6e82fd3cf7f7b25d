/** What a page says by itself, in the languages that we know it in. */
const PHRASES = {
  en: {
    credits: 'Credits',
    newWindow: 'opens in a new window',
    enlarge: 'Enlarge',
    close: 'Close',
    table: 'Table',
  },
  cs: {
    credits: 'Zdroje obrázků',
    newWindow: 'otevře se v novém okně',
    enlarge: 'Zvětšit',
    close: 'Zavřít',
    table: 'Tabulka',
  },
  da: {
    credits: 'Billedkreditering',
    newWindow: 'åbner i et nyt vindue',
    enlarge: 'Forstør',
    close: 'Luk',
    table: 'Tabel',
  },
  de: {
    credits: 'Bildnachweise',
    newWindow: 'öffnet sich in einem neuen Fenster',
    enlarge: 'Vergrößern',
    close: 'Schließen',
    table: 'Tabelle',
  },
  es: {
    credits: 'Créditos',
    newWindow: 'se abre en una ventana nueva',
    enlarge: 'Ampliar',
    close: 'Cerrar',
    table: 'Tabla',
  },
  fi: {
    credits: 'Kuvien tekijät',
    newWindow: 'avautuu uuteen ikkunaan',
    enlarge: 'Suurenna',
    close: 'Sulje',
    table: 'Taulukko',
  },
  fr: {
    credits: 'Crédits',
    newWindow: 's’ouvre dans une nouvelle fenêtre',
    enlarge: 'Agrandir',
    close: 'Fermer',
    table: 'Tableau',
  },
  it: {
    credits: 'Crediti',
    newWindow: 'si apre in una nuova finestra',
    enlarge: 'Ingrandisci',
    close: 'Chiudi',
    table: 'Tabella',
  },
  nl: {
    credits: 'Beeldverantwoording',
    newWindow: 'opent in een nieuw venster',
    enlarge: 'Vergroten',
    close: 'Sluiten',
    table: 'Tabel',
  },
  pl: {
    credits: 'Źródła ilustracji',
    newWindow: 'otwiera się w nowym oknie',
    enlarge: 'Powiększ',
    close: 'Zamknij',
    table: 'Tabela',
  },
  pt: {
    credits: 'Créditos',
    newWindow: 'abre numa nova janela',
    enlarge: 'Ampliar',
    close: 'Fechar',
    table: 'Tabela',
  },
  sv: {
    credits: 'Bildkällor',
    newWindow: 'öppnas i ett nytt fönster',
    enlarge: 'Förstora',
    close: 'Stäng',
    table: 'Tabell',
  },
} as const;

/** What a page says by itself, in its language (BCP 47); in English where we do not know it. */
export function phrase(name: keyof (typeof PHRASES)['en'], language = 'en'): string {
  const family = language.toLowerCase().split('-')[0] ?? 'en';
  return (family in PHRASES ? PHRASES[family as keyof typeof PHRASES] : PHRASES.en)[name];
}
