import { Box } from '@chakra-ui/react';
import { useIsFetching, useIsMutating, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

import { useOpening } from './pages';
import { Problem } from '~/shared/http/problem';

/** After so long people wonder whether anything happens. */
const PATIENCE_MILLISECONDS = 1_500;
/** So often it is tried whether Grike is back. */
const KNOCK_MILLISECONDS = 2_000;

/** A word at the foot of every page while Grike is slow, or cannot be reached. */
export function Standing() {
  const unreachable = useUnreachable();
  const reading = useIsFetching();
  const saving = useIsMutating();
  const opening = useOpening();
  const slow = useLasting(opening || reading + saving > 0);
  const words = unreachable
    ? 'Grike cannot be reached just now. This page shows what was loaded before; what you type stays, and nothing is saved until it is back.'
    : slow
      ? saving
        ? 'Still saving. What you typed stays until it is done.'
        : 'Still loading.'
      : '';
  return (
    <Box
      role="status"
      position="fixed"
      bottom="2"
      left="50%"
      transform="translateX(-50%)"
      zIndex="toast"
      maxW="90vw"
      className="no-print"
    >
      {words && (
        <Box
          bg={unreachable ? 'rowanWash' : 'lichenWash'}
          border="1px solid"
          borderColor={unreachable ? 'rowanInk' : 'lichenInk'}
          px="3"
          py="1"
        >
          {words}
        </Box>
      )}
    </Box>
  );
}

/** Whether something has been going on for longer than people like to wait without a word. */
function useLasting(busy: boolean): boolean {
  const [lasting, setLasting] = useState(false);
  useEffect(() => {
    if (!busy) return undefined;
    const timer = window.setTimeout(() => setLasting(true), PATIENCE_MILLISECONDS);
    return () => {
      window.clearTimeout(timer);
      setLasting(false);
    };
  }, [busy]);
  return lasting && busy;
}

/** Whether the last request of any kind found nobody; the browser's own word counts as well. */
function useUnreachable(): boolean {
  const client = useQueryClient();
  const [away, setAway] = useState(!navigator.onLine);
  useEffect(() => {
    const told = (error: unknown, settled: boolean) => {
      if (error instanceof Problem && error.status === 0) setAway(true);
      else if (settled) setAway(false);
    };
    const stopQueries = client.getQueryCache().subscribe((event) => {
      if (event.type !== 'updated') return;
      if (event.action.type === 'failed') told(event.action.error, false);
      if (event.action.type === 'success') told(null, true);
    });
    const stopMutations = client.getMutationCache().subscribe((event) => {
      if (event.type !== 'updated') return;
      if (event.action.type === 'error') told(event.action.error, true);
      if (event.action.type === 'success') told(null, true);
    });
    const offline = () => setAway(true);
    window.addEventListener('offline', offline);
    return () => {
      stopQueries();
      stopMutations();
      window.removeEventListener('offline', offline);
    };
  }, [client]);
  useEffect(() => {
    if (!away) return undefined;
    const timer = window.setInterval(() => {
      void fetch('/api/ready', { cache: 'no-store' }).then(
        (answer) => {
          if (!answer.ok) return;
          setAway(false);
          void client.invalidateQueries();
        },
        () => undefined,
      );
    }, KNOCK_MILLISECONDS);
    return () => window.clearInterval(timer);
  }, [away, client]);
  return away;
}
