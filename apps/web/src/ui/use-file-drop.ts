import { useState } from 'react';

/**
 * Makes an element take files that are dropped on it; an element around it does not see them.
 *
 * @returns handlers for the element, and whether something hovers over it
 */
export function useFileDrop(onFiles: (files: FileList) => void) {
  const [over, setOver] = useState(false);
  const handlers = {
    onDragOver: (event: React.DragEvent) => {
      event.preventDefault();
      setOver(true);
    },
    onDragLeave: () => setOver(false),
    onDrop: (event: React.DragEvent) => {
      event.preventDefault();
      event.stopPropagation();
      setOver(false);
      onFiles(event.dataTransfer.files);
    },
  };
  return { over, handlers };
}
