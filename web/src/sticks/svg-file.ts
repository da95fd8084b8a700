/** What a picture is drawn by; a file on its own has no style sheet, so each shape carries it. */
const drawn = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-dasharray',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'text-anchor',
  'paint-order',
  'visibility',
];
/** What says something to the page and nothing to a file. */
const ofThePage = ['class', 'tabindex', 'role', 'aria-label', 'aria-hidden', 'aria-pressed', 'style'];
const space = 'http://www.w3.org/2000/svg';

/** A colour as every reader of pictures knows it: red, green and blue. */
function plainColour(colour: string, pen: CanvasRenderingContext2D): string {
  if (!/^(?:oklch|oklab|lab|lch|color)\(/.test(colour)) return colour;
  pen.clearRect(0, 0, 1, 1);
  pen.fillStyle = colour;
  pen.fillRect(0, 0, 1, 1);
  const [r, g, b, a] = pen.getImageData(0, 0, 1, 1).data;
  return a === 255 ? `rgb(${r}, ${g}, ${b})` : `rgba(${r}, ${g}, ${b}, ${(a! / 255).toFixed(3)})`;
}

/** A picture of the page as a file that stands alone (SVG 1.1): its look in every shape, its name as its title. */
export function svgFile(picture: SVGSVGElement, title: string, ground: string): string {
  const pen = document.createElement('canvas').getContext('2d', { willReadFrequently: true })!;
  const copy = picture.cloneNode(true) as SVGSVGElement;
  const shapes = [picture, ...picture.querySelectorAll<SVGElement>('*')];
  [copy, ...copy.querySelectorAll<SVGElement>('*')].forEach((to, i) => {
    const look = getComputedStyle(shapes[i]!);
    for (const name of ofThePage) to.removeAttribute(name);
    for (const name of drawn) {
      const value = look.getPropertyValue(name);
      if (value !== '') to.setAttribute(name, plainColour(value, pen));
    }
  });
  const { width, height } = picture.viewBox.baseVal;
  copy.setAttribute('xmlns', space);
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  const paper = document.createElementNS(space, 'rect');
  for (const [name, value] of Object.entries({ width, height, fill: plainColour(ground, pen) }))
    paper.setAttribute(name, String(value));
  const says = document.createElementNS(space, 'title');
  says.textContent = title;
  copy.prepend(says, paper);
  return `<?xml version="1.0" encoding="UTF-8"?>\n${new XMLSerializer().serializeToString(copy)}\n`;
}
