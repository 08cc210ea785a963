'use client';

import Button from '@mui/material/Button';
import { useRef } from 'react';
import { Icon } from './icons';

/** Takes a picture with the camera, or one that is there already. */
export function PhotoButton({
  words,
  camera = false,
  disabled,
  onFile,
}: {
  words: string;
  camera?: boolean;
  disabled: boolean;
  onFile: (file: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        variant="outlined"
        disabled={disabled}
        startIcon={<Icon name={camera ? 'camera' : 'upload'} size={18} />}
        onClick={() => input.current?.click()}
      >
        {words}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/jpeg,image/png,image/webp"
        aria-label={camera ? 'Photo from the camera' : 'Photo file'}
        {...(camera ? { capture: 'environment' as const } : {})}
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </>
  );
}
