import Button from '@mui/material/Button';
import { useRef, type ReactNode } from 'react';

/** A button that asks for a file. The same file may be chosen twice. */
export function FileButton(props: {
  accept: string;
  label: string;
  loading?: boolean;
  onFile: (file: File) => void;
  children: ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant="outlined" loading={props.loading ?? false} onClick={() => input.current?.click()}>
        {props.children}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={props.accept}
        aria-label={props.label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) props.onFile(file);
        }}
      />
    </>
  );
}
