import { useRef, type ReactNode } from 'react';

/** Endings and kinds of the pictures that can be imported. */
export const PHOTOS = 'image/*,.heic,.heif,.avif,.tif,.tiff,.dng,.cr2,.cr3,.nef,.arw,.raf,.orf,.rw2,.pef';

interface Props {
  label: string;
  /** Which files are offered, as in HTML. */
  accept: string;
  /** One file alone. */
  single?: boolean;
  onFiles: (files: File[]) => void;
  /** What is drawn of it, told how to ask. */
  children: (ask: () => void) => ReactNode;
}

/** Lets the user choose files. */
export function FilePicker({ label, accept, single = false, onFiles, children }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      {children(() => picker.current?.click())}
      <input
        ref={picker}
        type="file"
        accept={accept}
        multiple={!single}
        hidden
        aria-label={label}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          // The same file can be chosen again.
          target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}
