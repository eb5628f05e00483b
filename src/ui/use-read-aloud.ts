'use client';
import { useEffect, useState } from 'react';

/** A voice of this machine itself: one that asks a server is never used. */
const localVoice = (lang: string) =>
  window.speechSynthesis
    ?.getVoices()
    .filter(({ localService }) => localService)
    .sort((a, b) => Number(b.lang.startsWith(lang)) - Number(a.lang.startsWith(lang)))[0] ?? null;

export type ReadAloud = { isOn: boolean; canSpeak: boolean; turn: () => void };

/** Reads a text aloud whenever it changes, once it was switched on; off by default, and silent where the machine has no voice. */
export function useReadAloud(text: string | null): ReadAloud {
  const [isOn, setOn] = useState(false);
  const [canSpeak, setCanSpeak] = useState(true);
  useEffect(() => {
    if (!isOn || !text || !('speechSynthesis' in window)) return;
    const said = new SpeechSynthesisUtterance(text);
    said.voice = localVoice('en');
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(said);
    return () => window.speechSynthesis.cancel();
  }, [isOn, text]);
  const turn = () => {
    const voice = 'speechSynthesis' in window ? localVoice('en') : null;
    setCanSpeak(voice !== null);
    setOn(voice !== null && !isOn);
  };
  return { isOn, canSpeak, turn };
}
