import * as Dialog from '@radix-ui/react-dialog';
import { useEffect, useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { tell } from '../ui/tell';
import { ApiError } from '../api/client';
import type { useCast } from '../api/useCast';
import { DESIGN_FILES } from '../bench/Views';
import { viewKeyFromFile } from '../bench/view-words';
import { Action } from '../ui/controls';

interface Props {
  /** Designs that were dropped, one a view; none to choose them here. */
  files: File[];
  cast: ReturnType<typeof useCast>;
  onClose: () => void;
}

/** A name from a file's: `juniper_vane-front.png` → `Juniper vane front`. */
function nameFromFile(file: File | null | undefined): string {
  const words = (file?.name ?? '')
    .replace(/\.[^.]*$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 80);
  return words ? words[0].toUpperCase() + words.slice(1) : '';
}

const isFlat = (file: File) =>
  /\.(png|jpe?g|webp|svg)$/i.test(file.name) || /^image\/(png|jpeg|webp|svg)/.test(file.type);
const isFront = (file: File) => /front/i.test(file.name);

/** Brings in a finished design under a name. */
export function NewCharacter({ files: dropped, cast, onClose }: Props) {
  const [files, setFiles] = useState(dropped);
  const [at, setAt] = useState<number | null>(null);
  const [file] = files;
  const [refused, setRefused] = useState<ApiError | null>(null);
  const navigate = useNavigate();
  const { register, handleSubmit, setValue, getValues, formState } = useForm({
    defaultValues: { name: nameFromFile(dropped[0] ?? null) },
  });
  // A browser shows flat pictures only; layered files are shown by their names.
  const preview = useMemo(() => (file && isFlat(file) ? URL.createObjectURL(file) : null), [file]);
  useEffect(() => () => void (preview && URL.revokeObjectURL(preview)), [preview]);

  const choose = (next: FileList | readonly File[] | null) => {
    const list = [...(next ?? [])];
    if (list.length === 0) return;
    setFiles(list);
    setRefused(null);
    if (!getValues('name')) setValue('name', nameFromFile(list[0]));
  };
  useEffect(() => {
    const paste = (event: ClipboardEvent) => choose(event.clipboardData?.files ?? null);
    window.addEventListener('paste', paste);
    return () => window.removeEventListener('paste', paste);
  });

  const bringIn = handleSubmit(async ({ name }) => {
    if (files.length === 0) return;
    try {
      setAt(0);
      // The one that says it is the front comes first; the others are its further views.
      const ordered = [...files].sort((a, b) => Number(isFront(b)) - Number(isFront(a)));
      let state = await cast.create(name, ordered[0]);
      const notes = [...(state.notes ?? [])];
      const taken = ['front'];
      for (const [i, extra] of ordered.slice(1).entries()) {
        setAt(i + 1);
        const key = viewKeyFromFile(extra.name, taken);
        try {
          state = await cast.addView(state.doc.character.id, key, extra);
          taken.push(key);
          notes.push(...(state.notes ?? []));
        } catch (error) {
          if (!(error instanceof ApiError)) throw error;
          notes.push(`${extra.name} was left out: ${error.sentence}`);
        }
      }
      for (const note of notes.slice(0, 5)) tell(note);
      onClose();
      void navigate(`/characters/${state.doc.character.id}/${state.doc.character.plan ? 'cut' : 'plan'}`);
    } catch (error) {
      setRefused(
        error instanceof ApiError
          ? error
          : new ApiError(0, 'unexpected', 'The design could not be brought in. Try again.'),
      );
    } finally {
      setAt(null);
    }
  });

  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-50 w-[440px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-2xl border border-rule bg-sheet p-6 text-ink shadow-2xl">
          <Dialog.Title className="text-[22px]">New character</Dialog.Title>
          <Dialog.Description className="mb-4 text-[13px] text-soft">
            The finished design, flat or layered: PNG, JPEG, WebP, OpenRaster, PSD or SVG. Several files at once become
            several views. It stays as it is, whatever is cut from it.
          </Dialog.Description>
          <form onSubmit={(event) => void bringIn(event)} className="flex flex-col gap-3">
            <label
              className="laid grid h-48 cursor-pointer place-items-center overflow-hidden rounded-xl border border-dashed border-soft/60 text-center text-[13px]"
              onDragOver={(event) => event.preventDefault()}
              onDrop={(event) => {
                event.preventDefault();
                event.stopPropagation();
                choose(event.dataTransfer.files);
              }}
            >
              {preview ? (
                <img src={preview} alt="The design" className="max-h-44 object-contain" />
              ) : file ? (
                <span className="px-4 font-serif text-[17px] break-all">{file.name}</span>
              ) : (
                <span>
                  <span className="font-medium text-woad underline">Choose a file</span>
                  <br />
                  or drop or paste it here
                </span>
              )}
              <input
                type="file"
                multiple
                accept={DESIGN_FILES}
                className="sr-only"
                aria-label="Design"
                onChange={(event) => choose(event.target.files)}
              />
            </label>
            {files.length > 1 && (
              <p className="text-[13px] text-soft">
                {files.length} files, one a view: {files.map((f) => f.name).join(', ')}
              </p>
            )}
            <label className="flex flex-col gap-1 text-[13px] font-medium">
              Name
              <input
                {...register('name', { required: true, maxLength: 80, validate: (v) => v.trim().length > 0 })}
                maxLength={80}
                placeholder="Juniper Vane"
                className="h-9 rounded-lg border border-rule bg-paper px-3 text-[14px] font-normal"
              />
              {formState.errors.name && <span className="text-madder">Give the character a name.</span>}
            </label>
            {refused && (
              <p
                role="alert"
                className="rounded-lg border border-madder/40 bg-madder-wash px-3 py-2 text-[13px] text-madder"
              >
                {refused.sentence} {refused.remedy}
              </p>
            )}
            <div className="mt-1 flex justify-end gap-2">
              <Action onClick={onClose}>Cancel</Action>
              <Action tone="go" type="submit" disabled={files.length === 0 || formState.isSubmitting}>
                {at === null
                  ? 'Bring in'
                  : files.length > 1
                    ? `Bringing in ${at + 1} of ${files.length}…`
                    : 'Bringing in…'}
              </Action>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
