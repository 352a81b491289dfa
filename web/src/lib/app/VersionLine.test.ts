import { QueryClient } from '@tanstack/svelte-query';
import { fireEvent, render, screen, waitFor } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { version } from './offline/version.svelte';
import VersionLine from './VersionLine.svelte';

const navigations: ((navigation: object) => void)[] = [];
vi.mock('$app/navigation', () => ({
	beforeNavigate: (listener: (navigation: object) => void) => navigations.push(listener)
}));
vi.mock('$app/environment', () => ({ dev: false }));

/** The browser's service workers, of which one is in control already. */
class Workers extends EventTarget {
	controller: object | null = {};
	update = vi.fn(async () => undefined);
	register = vi.fn(async () => ({ update: this.update }));

	takeOver(): void {
		this.controller = {};
		this.dispatchEvent(new Event('controllerchange'));
	}
}

describe('a new version', () => {
	let workers: Workers;
	const reload = vi.fn();
	const assign = vi.fn();

	beforeEach(async () => {
		navigations.length = 0;
		workers = new Workers();
		Object.defineProperty(navigator, 'serviceWorker', { value: workers, configurable: true });
		vi.stubGlobal('location', { reload, assign });
		reload.mockClear();
		assign.mockClear();
		version.isOld = false;
		const queries = new QueryClient();
		void version.begin(queries);
		// The application is kept on the device once the page is there.
		expect(workers.register).not.toHaveBeenCalled();
		await queries.fetchQuery({ queryKey: ['page'], queryFn: () => 'there' });
		await waitFor(() => expect(workers.register).toHaveBeenCalled());
		render(VersionLine);
	});

	it('is told, and taken up with the next page', async () => {
		expect(screen.queryByRole('status')).toBeNull();
		workers.takeOver();
		await screen.findByText(/A new version of Hoarfrost has come/);
		expect(reload).not.toHaveBeenCalled();
		const cancel = vi.fn();
		navigations[0]!({ willUnload: false, to: { url: new URL('http://here/class/1') }, cancel });
		expect(cancel).toHaveBeenCalled();
		expect(assign).toHaveBeenCalledWith('http://here/class/1');
	});

	it('is taken up at once where somebody says so', async () => {
		workers.takeOver();
		await fireEvent.click(await screen.findByRole('button', { name: 'Take it up now' }));
		expect(reload).toHaveBeenCalled();
	});

	it('is taken up by a tab that nobody looks at, but not over what stands half typed', async () => {
		const field = document.body.appendChild(document.createElement('textarea'));
		field.focus();
		vi.spyOn(document, 'hidden', 'get').mockReturnValue(true);
		workers.takeOver();
		expect(reload).not.toHaveBeenCalled();
		field.remove();
		workers.takeOver();
		await waitFor(() => expect(reload).toHaveBeenCalled());
		vi.restoreAllMocks();
	});
});
