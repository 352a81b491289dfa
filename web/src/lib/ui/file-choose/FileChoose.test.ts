import { fireEvent, render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { expect, it, vi } from 'vitest';
import FileChoose from './FileChoose.svelte';

const file = new File(['Mark,From'], 'marks.csv', { type: 'text/csv' });

it('gives the file that is chosen, the same one again too, and the one that is let go of over it', async () => {
	const onchoose = vi.fn();
	render(FileChoose, { label: 'Choose a file', onchoose });
	const input = screen.getByLabelText('Choose a file', { selector: 'input' });
	await userEvent.upload(input, file);
	await userEvent.upload(input, file);
	await fireEvent.drop(screen.getByRole('group'), { dataTransfer: { files: [file] } });
	expect(onchoose.mock.calls).toEqual([[file], [file], [file]]);
});
