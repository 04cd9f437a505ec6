import { useTold, type Told } from '../ui/tell';

/** All that was told in a test, in order, and the sentences alone. */
export const toasts: Pick<Told, 'text' | 'description' | 'action'>[] = [];
export const said: string[] = [];

beforeEach(() => {
  useTold.setState({ told: [] });
  toasts.length = 0;
  said.length = 0;
});

useTold.subscribe(({ told }) => {
  const last = told.at(-1);
  if (!last) return;
  const { text, description, action } = last;
  toasts.push({ text, ...(description && { description }), ...(action && { action }) });
  said.push(text);
});
