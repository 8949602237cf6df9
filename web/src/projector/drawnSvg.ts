const VARIABLE = /var\((--[\w-]+)(?:,\s*([^)]+))?\)/g;

/** The picture in an element as an SVG file of its own: colours as they are seen, nothing outside needed. */
export function drawnSvg(within: Element): string | null {
  const pictures = [...within.querySelectorAll("svg")].filter((svg) => svg.getBoundingClientRect().width > 120);
  const svg = pictures.sort((a, b) => b.getBoundingClientRect().width - a.getBoundingClientRect().width)[0];
  if (!svg) return null;
  const box = svg.getBoundingClientRect();
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute("xmlns", "http://www.w3.org/2000/svg");
  copy.setAttribute("width", `${Math.round(box.width)}`);
  copy.setAttribute("height", `${Math.round(box.height)}`);
  if (!copy.hasAttribute("viewBox")) copy.setAttribute("viewBox", `0 0 ${box.width} ${box.height}`);
  copy.removeAttribute("class");
  copy.setAttribute("font-family", "sans-serif");
  const styles = getComputedStyle(document.documentElement);
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(VARIABLE, (_, name: string, other?: string) => styles.getPropertyValue(name).trim() || other || "black");
}

/** The same as a PNG, twice as fine as it is seen. */
export async function asPng(svg: string): Promise<Blob | null> {
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await picture.decode();
  const canvas = document.createElement("canvas");
  [canvas.width, canvas.height] = [picture.width * 2, picture.height * 2];
  const pen = canvas.getContext("2d");
  if (!pen) return null;
  pen.fillStyle = "white";
  pen.fillRect(0, 0, canvas.width, canvas.height);
  pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return new Promise((done) => canvas.toBlob(done, "image/png"));
}
