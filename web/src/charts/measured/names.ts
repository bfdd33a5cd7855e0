/** A name that is too long for its place: its begin and its end, for measurements often differ only there. */
export const shortName = (name: string, most: number): string => {
  const end = Math.floor((most - 1) * 0.6);
  return name.length > most ? `${name.slice(0, most - 1 - end)}…${name.slice(-end)}` : name;
};
