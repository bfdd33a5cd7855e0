/** A drawing as the source of a picture: the page's own fonts are not there, so it names none of them. */
export const svgSource = (svg: string): string =>
  `data:image/svg+xml,${encodeURIComponent(svg.replace(/font-family="[^"]*"/g, 'font-family="sans-serif"'))}`;
