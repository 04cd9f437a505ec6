import { ApiError, call } from '../../api/client';
import { tellError } from '../../api/useCharacter';
import { asWork, useWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import { usePackage, type ArtBack } from './package-store';

function formOf(files: readonly File[], fields: Record<string, string> = {}): FormData {
  const form = new FormData();
  // Before the files: a form is read in its order.
  for (const [name, value] of Object.entries(fields)) form.append(name, value);
  for (const file of files) form.append('art', file, file.name);
  return form;
}

/** Reads files that come back, and shows what was repainted. */
export async function lookAtBack(viewId: string, files: readonly File[]): Promise<void> {
  if (files.length === 0) return;
  leaveBack();
  const begun: ArtBack = { viewId, files, found: null, taken: new Set(), renew: false };
  usePackage.setState({ back: begun, compared: null });
  const isWanted = () => usePackage.getState().back === begun;
  try {
    const found = await asWork('Reading what came back', (signal) =>
      call('bringBack.look', viewId, formOf(files), signal),
    );
    if (!isWanted() || !found) return;
    usePackage.setState({ back: { ...begun, found, taken: new Set(found.pieces.map(({ pieceId }) => pieceId)) } });
  } catch (error) {
    // Stopped, or laid away meanwhile, it was not wanted.
    if (!isWanted()) return;
    usePackage.setState({ back: null });
    if (error instanceof ApiError) tellError(error);
  }
}

/** Lays what came back away; nothing was changed. */
export function leaveBack(): void {
  const { back } = usePackage.getState();
  usePackage.setState({ back: null });
  if (back && !back.found) useWork.getState().work?.stop();
}

/** Changes what of it is to be taken. */
export function changeBack(change: Partial<Pick<ArtBack, 'taken' | 'renew'>>): void {
  usePackage.setState(({ back }) => ({ back: back && { ...back, ...change } }));
}

/** Takes over what is chosen, as one edit. */
export async function takeBack({ edit }: Pick<BenchValue, 'edit'>): Promise<void> {
  const { back } = usePackage.getState();
  if (!back || back.taken.size === 0) return;
  const fields = { take: [...back.taken].join(), renew: back.renew ? 'yes' : 'no' };
  const done = await asWork('Taking it over', (signal) =>
    edit('bringBack.take', back.viewId, formOf(back.files, fields), signal),
  );
  if (done) usePackage.setState({ back: null });
}
