import { useRef, type ReactNode } from 'react';
import { Action } from './controls';

/** A worded action that lets one choose files. */
export function FileAction({
  label,
  accept,
  multiple = false,
  onFiles,
  children,
}: {
  /** What the files are. */
  label: string;
  accept: string;
  multiple?: boolean;
  onFiles: (files: File[]) => void;
  children: ReactNode;
}) {
  const field = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={field}
        type="file"
        multiple={multiple}
        accept={accept}
        className="hidden"
        aria-label={label}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          // The same files may be chosen again.
          target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
      <Action onClick={() => field.current?.click()}>{children}</Action>
    </>
  );
}
