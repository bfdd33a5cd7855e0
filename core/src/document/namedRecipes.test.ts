import { plainBox } from '../testing/rooms';
import { allRecipes, namedRecipes } from './recipes';

describe('recipes in the reader’s system', () => {
  const project = plainBox();
  const own = { ...structuredClone(allRecipes(project)[1]!), id: 'own-1', name: 'Rear wall, 30 cm as I want it' };
  const withOwn = { treatment: { ...project.treatment, recipes: [own] } };

  test('what the library says carries no centimetre in inches; own names stay as typed', () => {
    const named = namedRecipes(withOwn, 'inches');
    expect(named.find((r) => r.id === 'own-1')!.name).toBe(own.name);
    const library = named.filter((r) => r.id !== 'own-1');
    for (const r of library) expect(`${r.name}. ${r.note}`).not.toMatch(/\d (mm|cm|m)\b/);
    expect(new Set(library.map((r) => r.name)).size).toBe(library.length);
    expect(library.map((r) => r.name)).toEqual(expect.arrayContaining(['Panel 2″', 'Panel 6″, 4″ gap']));
  });

  test('only words change, and nothing for metric readers', () => {
    expect(namedRecipes(withOwn, 'metric')).toEqual(allRecipes(withOwn));
    expect(namedRecipes(withOwn, 'feet').map((r) => r.layers)).toEqual(allRecipes(withOwn).map((r) => r.layers));
  });
});
