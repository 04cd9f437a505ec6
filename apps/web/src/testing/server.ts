import type { AnswerOf, BodyOf, Operation } from '../api/client';

/** What was asked of the server that stands in, in order. */
export const asked: { operation: Operation; id: string; body: unknown }[] = [];

type Answer = (body: never, id: string) => unknown;
const answers = new Map<Operation, Answer>();

/** Sets what an operation answers from now on; a thrown error is its refusal. */
export function answer<O extends Operation>(
  operation: O,
  how: (body: BodyOf<O>, id: string) => Partial<AnswerOf<O>> | Promise<Partial<AnswerOf<O>>>,
): void {
  answers.set(operation, how as Answer);
}

/** Forgets all answers and all that was asked. */
export function resetServer(): void {
  answers.clear();
  asked.length = 0;
}

/** Answers as the tests have set it; what they have not set never answers, as a server at work. */
export async function call(operation: Operation, id: string, body?: unknown): Promise<unknown> {
  asked.push({ operation, id, body });
  const how = answers.get(operation);
  return how ? how(body as never, id) : new Promise(() => undefined);
}
