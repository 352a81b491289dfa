/** Light, or night frost: the system's choice unless the person has chosen. */
type Theme = 'light' | 'night';

const KEY = 'hoarfrost-theme';

class Themes {
	current = $state<Theme>('light');

	begin(): void {
		const system = matchMedia('(prefers-color-scheme: dark)');
		const chosen = localStorage.getItem(KEY);
		this.#show(chosen === 'light' || chosen === 'night' ? chosen : system.matches ? 'night' : 'light');
		system.addEventListener('change', (event) => {
			if (!localStorage.getItem(KEY)) this.#show(event.matches ? 'night' : 'light');
		});
	}

	turn(): void {
		this.#show(this.current === 'light' ? 'night' : 'light');
		localStorage.setItem(KEY, this.current);
	}

	#show(theme: Theme): void {
		this.current = theme;
		document.documentElement.dataset.theme = theme;
	}
}

export const theme = new Themes();
