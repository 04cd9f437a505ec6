/** A toast as it was shown. */
interface Told {
  text: string;
  description?: string;
  action?: { label: string; onClick: () => void };
}

/** All toasts of a test in order, and their sentences alone. */
export const toasts: Told[] = [];
export const said: string[] = [];

beforeEach(() => {
  toasts.length = 0;
  said.length = 0;
});

function say(text: string, more: Omit<Told, 'text'> = {}): void {
  toasts.push({ text, ...more });
  said.push(text);
}

/** Stands for the toasts of the page: `sonner` is mapped to this in the tests. */
export const toast = Object.assign(say, { error: say });
