/** The places of the product: each says of itself what it is called, and where it is. */
import type { KeyGroup } from './keys';

export interface Place {
	/** As its address and the server's trail name it. */
	name: string;
	/** As a heading, a page's title and the palette say it. */
	title: string;
	/**
	 * Whose it is: a class's, at `/class/…/name` (on its trail, or reached from another place of the class); a teacher's, of all
	 * their classes; or a station of School.
	 */
	of: 'trail' | 'class' | 'teacher' | 'school';
	/** The address of a place that no class has, where it can be entered. */
	path?: string;
}

class Places {
	/** All that there are, in the order in which the palette shows them. */
	all: Place[] = [];
	/** Fetches the keys that they have. */
	keys: () => Promise<{ keys: KeyGroup[] }> = () => Promise.resolve({ keys: [] });

	/** Those on a class's trail. */
	get onTrail(): Place[] {
		return this.all.filter((each) => each.of === 'trail');
	}

	/** Those that any class has. */
	get inClass(): Place[] {
		return this.all.filter((each) => each.of === 'trail' || each.of === 'class');
	}

	isOnTrail(name: string): boolean {
		return this.onTrail.some((each) => each.name === name);
	}

	/** What a place is called; what is none, as its address says it. */
	title(name: string): string {
		const found = this.all.find((each) => each.name === name)?.title ?? name;
		return found.charAt(0).toUpperCase() + found.slice(1);
	}
}

export const places = new Places();
