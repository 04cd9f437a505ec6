import * as Dialog from '@radix-ui/react-dialog';
import { useEffect, useMemo, useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { ApiError } from '../api/client';
import type { useCast } from '../api/useCast';
import { Action } from '../ui/controls';

interface Props {
  /** A design that was dropped, or null to choose one. */
  file: File | null;
  cast: ReturnType<typeof useCast>;
  onClose: () => void;
}

/** A name from a file's: `juniper_vane-front.png` → `Juniper vane front`. */
function nameFromFile(file: File | null): string {
  const words = (file?.name ?? '')
    .replace(/\.[^.]*$/, '')
    .replace(/[_-]+/g, ' ')
    .trim()
    .slice(0, 80);
  return words ? words[0].toUpperCase() + words.slice(1) : '';
}

/** Brings in a finished design under a name. */
export function NewCharacter({ file: dropped, cast, onClose }: Props) {
  const [file, setFile] = useState(dropped);
  const [refused, setRefused] = useState<ApiError | null>(null);
  const navigate = useNavigate();
  const { register, handleSubmit, setValue, getValues, formState } = useForm({
    defaultValues: { name: nameFromFile(dropped) },
  });
  const preview = useMemo(() => file && URL.createObjectURL(file), [file]);
  useEffect(() => () => void (preview && URL.revokeObjectURL(preview)), [preview]);

  const choose = (next: File | undefined) => {
    if (!next) return;
    setFile(next);
    setRefused(null);
    if (!getValues('name')) setValue('name', nameFromFile(next));
  };

  const bringIn = handleSubmit(async ({ name }) => {
    if (!file) return;
    try {
      const state = await cast.create(name, file);
      for (const note of state.notes ?? []) toast(note);
      onClose();
      void navigate(`/characters/${state.doc.character.id}/cut`);
    } catch (error) {
      setRefused(
        error instanceof ApiError
          ? error
          : new ApiError(0, 'unexpected', 'The design could not be brought in. Try again.'),
      );
    }
  });

  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-[#25303a]/40" />
        <Dialog.Content className="fixed top-1/2 left-1/2 z-50 w-[440px] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 rounded-2xl border border-rule bg-sheet p-6 text-ink shadow-2xl">
          <Dialog.Title className="text-[22px]">New character</Dialog.Title>
          <Dialog.Description className="mb-4 text-[13px] text-soft">
            The finished design of one view, as a PNG with a transparent background. It stays as it is, whatever is cut
            from it.
          </Dialog.Description>
          <form onSubmit={(event) => void bringIn(event)} className="flex flex-col gap-3">
            <label
              className="laid grid h-48 cursor-pointer place-items-center overflow-hidden rounded-xl border border-dashed border-soft/60 text-center text-[13px]"
              onDragOver={(event) => event.preventDefault()}
              onDrop={(event) => {
                event.preventDefault();
                event.stopPropagation();
                choose(event.dataTransfer.files[0]);
              }}
            >
              {preview ? (
                <img src={preview} alt="The design" className="max-h-44 object-contain" />
              ) : (
                <span>
                  <span className="font-medium text-woad underline">Choose a PNG</span>
                  <br />
                  or drop it here
                </span>
              )}
              <input
                type="file"
                accept="image/png,.png"
                className="sr-only"
                aria-label="Design"
                onChange={(event) => choose(event.target.files?.[0])}
              />
            </label>
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
              <Action tone="go" type="submit" disabled={!file || formState.isSubmitting}>
                {formState.isSubmitting ? 'Bringing in…' : 'Bring in'}
              </Action>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
