/** What the two site views share: their names, and how a length is split into its figure and what is said of it. */
export const SITE_VIEWS = (here: '/site' | '/site-hang') => [
  { to: '/site', word: 'Marks', here: here === '/site' },
  { to: '/site-hang', word: 'Pieces', here: here === '/site-hang' },
];

/** "54.5" and "cm left"; figures stay with their signs and fractions. */
export const big = (text: string): string[] => text.split(/(?<=[\d′″/]) (?=[a-z])/);
