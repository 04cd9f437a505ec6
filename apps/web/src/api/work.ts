import { create } from 'zustand';

/** A long edit under way. */
interface Work {
  /** In the user's words. */
  name: string;
  /** 0 to 1. */
  share: number;
  doing: string;
  stop: () => void;
}

/** What the server is doing for this bench; null for nothing that takes long. */
export const useWork = create<{ work: Work | null }>(() => ({ work: null }));

/** Notes how far the long edit under way is, if there is one. */
export function noteProgress(share: number, doing: string): void {
  useWork.setState(({ work }) => ({ work: work && { ...work, share: Math.max(work.share, share), doing } }));
}

/** Shows an edit's progress with a stop while it is under way; null where it was stopped. */
export async function asWork<T>(name: string, run: (signal: AbortSignal) => Promise<T>): Promise<T | null> {
  const stop = new AbortController();
  useWork.setState({ work: { name, share: 0, doing: '', stop: () => stop.abort() } });
  try {
    return await run(stop.signal);
  } finally {
    useWork.setState({ work: null });
  }
}
