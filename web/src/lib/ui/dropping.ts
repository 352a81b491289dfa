/** For what something that is dragged may be dropped on: told of while it is over it, and when it is let go of there. */
export function dropTarget(onover: () => void, ondrop: () => void) {
	const taking = (act: () => void) => (event: DragEvent) => {
		event.preventDefault();
		act();
	};
	return { ondragover: taking(onover), ondrop: taking(ondrop) };
}
