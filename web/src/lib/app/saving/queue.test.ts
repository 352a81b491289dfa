import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { beforeEach, describe, expect, it } from 'vitest';
import { Queue, merged, type Entry } from './queue';
import { FleetingStore } from './store';

const ANN = 1;
const BO = 2;
let queue: Queue;
let count = 0;

function entry(text: string, more: Partial<Entry> = {}): Entry {
	return {
		person: ANN,
		classId: 1,
		term: 1,
		student: 1,
		assignment: 1,
		text,
		version: 0,
		batch: null,
		act: 'one',
		...more
	};
}

async function texts(person = ANN): Promise<(string | null)[]> {
	return (await queue.of(person)).entries.map((each) => each.text);
}

const places = [
	['in the browser’s database', () => Queue.open(`test ${count++}`)],
	['in the tab’s memory', () => new Queue(new FleetingStore())]
] as const;

describe.each(places)('the queue of entries, %s,', (_, open) => {
	beforeEach(async () => {
		queue = await open();
	});

	it('keeps entries in the order in which they were made', async () => {
		for (const student of [3, 1, 2]) await queue.add(entry(`${student}`, { student }));
		expect(await texts()).toEqual(['3', '1', '2']);
	});

	it('keeps every line with strokes, which says a part of the cell, and builds each on the one before', async () => {
		for (const [act, text] of ['17', '/3', '//4', '12'].entries())
			await queue.add(entry(text, { act: `${act}` }));
		expect(await texts()).toEqual(['17', '/3', '//4', '12']);
		const sent: string[] = [];
		for (let version = 1; ; version++) {
			const batch = await queue.nextBatch(ANN);
			if (!batch) break;
			const [first] = batch.entries;
			sent.push(`${first!.text} on ${first!.version}`);
			await queue.settle(batch, ANN, [{ classId: 1, student: 1, assignment: 1, version }]);
		}
		expect(sent).toEqual(['17 on 0', '/3 on 1', '//4 on 2', '12 on 3']);
	});

	it('builds what was typed before an earlier entry of one’s own came back on that entry', async () => {
		await queue.add(entry('EX'));
		const batch = await queue.nextBatch(ANN);
		await queue.settle(batch!, ANN, [{ classId: 1, student: 1, assignment: 1, version: 1 }]);
		await queue.add(entry('15'));
		expect((await queue.of(ANN)).entries).toMatchObject([{ text: '15', version: 1 }]);
		await queue.add(entry('16', { student: 2 }));
		expect((await queue.of(ANN)).entries).toMatchObject([{ version: 1 }, { student: 2, version: 0 }]);
	});

	it('replaces what was typed in the same cell and not sent, keeping its version', async () => {
		await queue.add(entry('1', { version: 4 }));
		await queue.add(entry('12', { version: 9 }));
		expect((await queue.of(ANN)).entries).toMatchObject([{ text: '12', version: 4 }]);
	});

	it('replaces a comment by a later one, on what the first was written on, and not by a score', async () => {
		const comment = (text: string, was: string): Entry => ({
			...entry('', { comment: text, was: { comment: was } }),
			text: null
		});
		await queue.add(comment('Well', 'before'));
		await queue.add(entry('12'));
		await queue.add(comment('Well seen.', 'Well'));
		await queue.add(entry('13'));
		expect((await queue.of(ANN)).entries).toMatchObject([
			{ text: null, comment: 'Well seen.', was: { comment: 'before' } },
			{ text: '13' }
		]);
		expect(merged((await queue.of(ANN)).entries)).toMatchObject([{ text: '13', comment: 'Well seen.' }]);
	});

	it('does not touch a batch that was sent: it comes again under its number, holding what it held', async () => {
		await queue.add(entry('1'));
		const first = await queue.nextBatch(ANN);
		await queue.add(entry('2'));
		const again = await queue.nextBatch(ANN);
		expect(again?.id).toBe(first?.id);
		expect(again?.entries.map((each) => each.text)).toEqual(['1']);
	});

	it('lets later entries in a cell build on what was saved', async () => {
		await queue.add(entry('1'));
		const first = await queue.nextBatch(ANN);
		await queue.add(entry('2'));
		await queue.settle(first!, ANN, [{ classId: 1, student: 1, assignment: 1, version: 7 }]);
		expect((await queue.of(ANN)).entries).toMatchObject([{ text: '2', version: 7, batch: null }]);
	});

	it('sends one act at a time, so that what was done together is undone together', async () => {
		await queue.add(entry('1', { student: 1 }), entry('2', { student: 2 }));
		await queue.add(entry('3', { student: 3, act: 'two' }));
		await queue.add(entry('4', { student: 4 }));
		const batch = await queue.nextBatch(ANN);
		expect(batch?.entries.map((each) => each.text)).toEqual(['1', '2']);
	});

	it('never gives one person the entries of another', async () => {
		await queue.add(entry('1'));
		await queue.add(entry('2', { person: BO }));
		expect(await texts(BO)).toEqual(['2']);
		expect((await queue.nextBatch(BO))?.entries.map((each) => each.text)).toEqual(['2']);
		await queue.settle((await queue.nextBatch(BO))!, BO, []);
		expect(await texts()).toEqual(['1']);
	});

	it('keeps a problem until the cell is typed in again', async () => {
		const place = { classId: 1, student: 1, assignment: 1 };
		const problem = { person: ANN, term: 1, typed: 'x', message: 'no', theirs: null };
		await queue.addProblem({ ...place, ...problem, what: 'score', id: '1 1 1 1' });
		await queue.addProblem({ ...place, ...problem, person: BO, what: 'comment', id: '2 1 1 1 comment' });
		expect((await queue.of(ANN)).problems).toHaveLength(1);
		await queue.add(entry('5'));
		await queue.add(entry('5', { person: BO }));
		expect((await queue.of(ANN)).problems).toHaveLength(0);
		expect((await queue.of(BO)).problems).toHaveLength(1);
		await queue.add({ ...entry('', { person: BO, comment: 'Well seen.' }), text: null });
		expect((await queue.of(BO)).problems).toHaveLength(0);
	});
});

describe('the queue in the browser’s database', () => {
	it('survives being closed and opened', async () => {
		const name = `kept ${count++}`;
		const first = await Queue.open(name);
		await first.add(entry('1'));
		const sent = await first.nextBatch(ANN);
		first.close();
		const second = await Queue.open(name);
		expect((await second.nextBatch(ANN))?.id).toBe(sent?.id);
	});

	it('takes over what was kept before problems said what they are about', async () => {
		const name = `before ${count++}`;
		const place = { classId: 1, student: 1, assignment: 1 };
		const old = await openDB(name, 1, {
			upgrade(made) {
				const entries = made.createObjectStore('entries', { keyPath: 'key', autoIncrement: true });
				entries.createIndex('person', 'person');
				made.createObjectStore('problems', { keyPath: 'id' }).createIndex('person', 'person');
			}
		});
		await old.add('entries', entry('7'));
		await old.add('problems', {
			...place,
			id: '1 1 1 1',
			person: ANN,
			term: 1,
			typed: '12,5,3',
			flag: 'late'
		});
		old.close();
		const now = await Queue.open(name);
		expect((await now.of(ANN)).entries).toMatchObject([{ text: '7' }]);
		expect((await now.of(ANN)).problems).toMatchObject([
			{ what: 'score', typed: '12,5,3', beside: { flag: 'late' } }
		]);
	});
});

describe('the queue in the tab’s memory', () => {
	it('goes on from what was held, and after it', async () => {
		const kept = await Queue.open(`before ${count++}`);
		await kept.add(entry('1', { student: 2 }));
		const sent = await kept.nextBatch(ANN);
		await kept.add(entry('2', { student: 1, act: 'two' }));
		queue = new Queue(new FleetingStore(await kept.of(ANN)));
		await queue.add(entry('3', { student: 3, act: 'three' }));
		expect(await texts()).toEqual(['1', '2', '3']);
		expect((await queue.nextBatch(ANN))?.id).toBe(sent?.id);
	});
});
