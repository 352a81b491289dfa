/** Who is signed in. */
import { api, ask, identify, Refusal, type Lost, type Shapes } from '$lib/api/client';
import { setDaysOff, setToday } from '$lib/words/days';
import { speak } from '$lib/words/language';
import { answers } from '$lib/app/offline/answers';
import { saving } from '$lib/app/saving/saving.svelte';

type Session = Shapes['SessionOut'];

/** How often one comes again while many others sign in, and how long is waited in between, in ms. */
const TIMES = 30;
const BREAK = 1000;

/** Who was signed in as the server sent the page: it says so once. */
function ofPage(): Session | null {
	const told = document.getElementById('session');
	told?.remove();
	return told && (JSON.parse(told.textContent) as Session);
}

class Signed {
	current = $state<Session | null>(null);
	/** Whether somebody waits to sign in until others have. */
	isInLine = $state(false);
	/** Whether this is what was known when Hoarfrost was reached last, and it cannot be reached now. */
	isKept = $state(false);
	/** How the page lost its person, until they are signed in again. */
	lost = $state<Lost | null>(null);

	/** One browser has one session: a tab that changes it tells the others. */
	readonly #tabs = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('hoarfrost-session');

	constructor() {
		this.#tabs?.addEventListener('message', ({ data }: MessageEvent<number | null>) => this.#hear(data));
	}

	get isIn(): boolean {
		return this.current?.person_id != null;
	}

	get teaches(): boolean {
		return this.current?.roles.includes('teacher') ?? false;
	}

	get keepsRecords(): boolean {
		return this.current?.roles.includes('officer') ?? false;
	}

	/** Where the person starts. */
	get home(): string {
		const child = this.current?.children[0];
		if (this.teaches) return '/';
		return this.keepsRecords ? '/school/people' : child ? `/family/${child.id}` : '/';
	}

	/** Ask who is signed in; where nobody answers, whoever was it last on this device goes on with what is kept here. */
	async load(): Promise<void> {
		try {
			await this.#take(ofPage() ?? (await ask(api.GET('/api/v1/session'))));
		} catch (error) {
			if (!(error instanceof Refusal && error.isPassing) || this.current) throw error;
			const kept = await answers.session<Session>();
			if (!kept) throw error;
			await this.#show(kept);
			this.isKept = true;
		}
	}

	signIn(name: string, password: string, code: string): Promise<void> {
		return this.begin(() => ask(api.POST('/api/v1/session', { body: { sign_in: name, password, code } })));
	}

	/** Somebody is signed in by an answer: with their password, an invitation or a letter, or as they set up their school. */
	async begin(send: () => Promise<Session>): Promise<void> {
		await this.#take(await this.#inTurn(send));
		this.#tabs?.postMessage(this.current?.person_id ?? null);
	}

	/** A school asks for a second factor, which the person is to set up before anything else. */
	get lacksSecondFactor(): boolean {
		return this.current?.lacks_second_factor ?? false;
	}

	/** Look at another of one's schools. */
	async look(school: number): Promise<void> {
		await this.#take(await ask(api.PUT('/api/v1/session/school', { body: { school } })));
	}

	async signOut(): Promise<void> {
		await ask(api.DELETE('/api/v1/session'));
		// Who is told that they are signed out may close the page at once: by then nothing of theirs is on the device.
		await answers.begin(null, null);
		await this.load();
		this.#tabs?.postMessage(null);
	}

	/** Send, and again a moment later where the server is busy with others who sign in. */
	async #inTurn(send: () => Promise<Session>): Promise<Session> {
		try {
			for (let times = 0; ; times++) {
				try {
					return await send();
				} catch (error) {
					if (!(error instanceof Refusal && error.code === 'busy') || times === TIMES) throw error;
				}
				this.isInLine = true;
				// Not all of them in the same moment.
				await new Promise((done) => setTimeout(done, BREAK * (1 + Math.random())));
			}
		} finally {
			this.isInLine = false;
		}
	}

	async #take(session: Session): Promise<void> {
		const { person_id: person, school_id: school } = session;
		void answers.begin(person === null ? null : { person, school }, session);
		this.isKept = false;
		await this.#show(session);
	}

	async #show(session: Session): Promise<void> {
		identify(session.person_id, (lost) => {
			// That the session ended may be heard late, of what was asked before somebody else signed in.
			if (this.lost !== 'another') this.#lose(lost);
		});
		this.lost = null;
		this.current = session;
		if (session.today) setToday(session.today);
		// Families choose, and whoever is not signed in has their browser's; whoever works here, or sets it up, reads what the school's
		// people say among each other.
		const works = this.teaches || this.keepsRecords || session.is_empty;
		await speak(works ? 'en' : session.language);
		setDaysOff(session.days_off);
		await saving.begin(session.person_id);
	}

	#lose(lost: Lost): void {
		this.lost = lost;
		void answers.begin(null, null);
		saving.pause();
	}

	/** Another tab signed somebody in, or out. */
	#hear(person: number | null): void {
		const mine = this.current?.person_id ?? null;
		if (mine === null) return;
		if (person !== mine) this.#lose(person === null ? 'ended' : 'another');
		else if (this.lost) {
			this.lost = null;
			void saving.begin(mine);
		}
	}
}

export const signed = new Signed();
