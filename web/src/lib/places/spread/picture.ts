/** The line as a picture in a file: with the colours and letters that it has on the page, and nobody's name. */

/** What a drawing has from the page's styles, and has to carry along. */
const CARRIED = ['fill', 'stroke', 'stroke-width', 'font-family', 'font-size', 'font-weight', 'text-anchor'];

/** The drawing as an SVG file's text. */
export function asSvg(drawing: SVGSVGElement): string {
	const copy = drawing.cloneNode(true) as SVGSVGElement;
	const shown = [drawing, ...drawing.querySelectorAll('*')];
	const copied = [copy, ...copy.querySelectorAll('*')];
	shown.forEach((element, index) => {
		const style = getComputedStyle(element);
		const into = copied[index]!;
		for (const name of into.getAttributeNames())
			if (name.startsWith('aria-') || ['class', 'id', 'role', 'tabindex'].includes(name))
				into.removeAttribute(name);
		for (const name of CARRIED) into.setAttribute(name, style.getPropertyValue(name));
	});
	const { width, height } = drawing.viewBox.baseVal;
	copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
	copy.setAttribute('width', String(width));
	copy.setAttribute('height', String(height));
	copy.setAttribute('style', `background: ${getComputedStyle(document.body).backgroundColor}`);
	return new XMLSerializer().serializeToString(copy);
}

/** The drawing as a PNG, twice as fine as it is on the page. */
export async function asPng(drawing: SVGSVGElement): Promise<Blob> {
	const image = new Image();
	image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(asSvg(drawing))}`;
	await image.decode();
	const { width, height } = drawing.viewBox.baseVal;
	const canvas = document.createElement('canvas');
	canvas.width = width * 2;
	canvas.height = height * 2;
	const context = canvas.getContext('2d')!;
	context.fillStyle = getComputedStyle(document.body).backgroundColor;
	context.fillRect(0, 0, canvas.width, canvas.height);
	context.drawImage(image, 0, 0, canvas.width, canvas.height);
	return new Promise((resolve, reject) =>
		canvas.toBlob(
			(blob) => (blob ? resolve(blob) : reject(new Error('The picture could not be made.'))),
			'image/png'
		)
	);
}
