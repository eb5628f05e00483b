import { useEffect, useRef, useState } from 'react';
import { Button } from '../button';
import { FileInput } from '../file-input';

/** A note of a few minutes; then the recording ends by itself, and what was said is kept. */
const mostSeconds = 240;

const canRecord = () =>
  typeof MediaRecorder !== 'undefined' && typeof navigator.mediaDevices?.getUserMedia === 'function';

/**
 * A note that is spoken: by the microphone of this browser, where it gives one; else as a file, which a tablet lets its recorder make.
 * Browsers give a microphone to secure pages alone, and a bench’s own address seldom is one.
 */
export function SpeakInput({ onSpoken }: { onSpoken: (file: File) => void }) {
  const [recorder, setRecorder] = useState<MediaRecorder | null>(null);
  const [isRefused, setIsRefused] = useState(false);
  const spoken = useRef(onSpoken);
  useEffect(() => {
    spoken.current = onSpoken;
  });
  useEffect(() => {
    if (!recorder) return;
    const end = setTimeout(() => recorder.stop(), mostSeconds * 1000);
    return () => {
      clearTimeout(end);
      if (recorder.state !== 'inactive') recorder.stop();
    };
  }, [recorder]);
  const start = async () => {
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const made = new MediaRecorder(stream);
      const pieces: Blob[] = [];
      made.ondataavailable = ({ data }) => void pieces.push(data);
      made.onstop = () => {
        for (const track of stream.getTracks()) track.stop();
        setRecorder(null);
        spoken.current(new File(pieces, 'spoken', { type: made.mimeType.split(';')[0] ?? 'audio/webm' }));
      };
      made.start();
      setRecorder(made);
    } catch {
      setIsRefused(true);
    }
  };
  if (recorder)
    return (
      <Button kind="main" onClick={() => recorder.stop()}>
        Listening … press to end
      </Button>
    );
  if (canRecord() && !isRefused) return <Button onClick={() => void start()}>Speak a note</Button>;
  return (
    <>
      <FileInput words="Speak a note" accept="audio/*" capture="user" onFile={onSpoken} />
      {isRefused && (
        <p role="status" className="text-[0.8125rem] text-soft">
          This browser gives no microphone: a recorder’s file is taken instead.
        </p>
      )}
    </>
  );
}
