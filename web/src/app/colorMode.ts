import { useSyncExternalStore } from 'react';

type Mode = 'light' | 'dark';
const KEY = 'grike-color-mode';
const listeners = new Set<() => void>();

function preferred(): Mode {
  const kept = localStorage.getItem(KEY);
  if (kept === 'light' || kept === 'dark') return kept;
  return window.matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}

let mode: Mode = preferred();

export function applyColorMode(next: Mode = mode): void {
  mode = next;
  const root = document.documentElement;
  root.classList.toggle('dark', next === 'dark');
  root.classList.toggle('light', next === 'light');
  root.style.colorScheme = next;
  listeners.forEach((listener) => listener());
}

export function toggleColorMode(): void {
  const next: Mode = mode === 'dark' ? 'light' : 'dark';
  localStorage.setItem(KEY, next);
  applyColorMode(next);
}

export function useColorMode(): Mode {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => mode,
  );
}
