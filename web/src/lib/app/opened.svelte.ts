/** What is open over the page, from wherever it is asked for. */
class Opened {
	keys = $state(false);
	palette = $state(false);
}

export const opened = new Opened();
