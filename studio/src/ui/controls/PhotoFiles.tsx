import { useRef, type ReactNode } from 'react';

/** Lets the user choose photo files; what is drawn of it is told how to ask. */
export function PhotoFiles({ label = 'Photo files', onFiles, children }: { label?: string; onFiles: (files: File[]) => void; children: (ask: () => void) => ReactNode }) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      {children(() => picker.current?.click())}
      <input
        ref={picker}
        type="file"
        accept="image/*,.heic,.heif,.avif,.tif,.tiff,.dng,.cr2,.cr3,.nef,.arw,.raf,.orf,.rw2,.pef"
        multiple
        hidden
        aria-label={label}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
    </>
  );
}
