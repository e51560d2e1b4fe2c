import { IconButton } from '@chakra-ui/react';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect } from 'react';

interface Props {
  undo: string | null;
  redo: string | null;
  busy: boolean;
  onUndo: () => void;
  onRedo: () => void;
}

/** Undo and redo, with Ctrl+Z and Ctrl+Shift+Z outside of fields. */
export function UndoRedo({ undo, redo, busy, onUndo, onRedo }: Props) {
  useEffect(() => {
    function press(event: KeyboardEvent) {
      const inField = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (inField || busy || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      if (event.shiftKey && redo) onRedo();
      if (!event.shiftKey && undo) onUndo();
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  return (
    <>
      <IconButton size="sm" variant="outline" aria-label={undo ? `Undo: ${undo}` : 'Nothing to undo'} title={undo ? `Undo: ${undo}` : undefined} disabled={!undo || busy} onClick={onUndo}>
        <Undo2 />
      </IconButton>
      <IconButton size="sm" variant="outline" aria-label={redo ? `Redo: ${redo}` : 'Nothing to redo'} title={redo ? `Redo: ${redo}` : undefined} disabled={!redo || busy} onClick={onRedo}>
        <Redo2 />
      </IconButton>
    </>
  );
}
