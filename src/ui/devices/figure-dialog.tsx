import { useState } from 'react';
import type { Place } from '@/core/device';
import type { Fault, Result } from '@/core/result';
import { type Figure, type FigureEntry, type PlainAnswer, ofReadings } from '@/core/teach';
import { parseDecimal, showEstimate } from '@/core/units';
import { Button } from '../button';
import { Choice } from '../choice';
import { DialogFrame } from '../dialog-frame';
import { Field } from '../field';
import { FileInput } from '../file-input';
import { FaultNotice } from '../notice';
import { MarksEditor } from './marks-editor';
import { readingsStrip } from './readings-strip';

/** A number as people type it; null where it is none. */
const parseNumber = (text: string): number | null => {
  const parsed = parseDecimal(text);
  return parsed.ok ? parsed.value : null;
};

type Props = {
  place: Place;
  figure: Figure;
  busy: boolean;
  fault: Fault | null;
  onEnter: (entry: FigureEntry) => void;
  /** Keeps the photo that readings were taken from, as evidence; answers with its sum. */
  onPhoto: (photo: File) => Promise<Result<{ picture: string }>>;
  onClose: () => void;
};

/** A worksheet for one figure: readings by a tool with their spread drawn as they are typed, or what a paper states. */
export function FigureDialog({ place, figure, busy, fault, onEnter, onPhoto, onClose }: Props) {
  const [way, setWay] = useState<FigureEntry['way']>(figure.unit === 'mm' ? 'measured' : 'paper');
  /** A photo was chosen, and readings are taken from it by marks. */
  const [isMarked, setMarked] = useState(false);
  const asked = { placeId: place.id, figureId: figure.id };
  return (
    <DialogFrame
      title={figure.words}
      asks={isMarked ? 'held' : 'typed'}
      open
      onOpenChange={(open) => !open && onClose()}
    >
      <p className="mb-3 text-[0.875rem] text-soft">{figure.howToGet}</p>
      {fault && (
        <div className="mb-3">
          <FaultNotice fault={fault} />
        </div>
      )}
      <Choice
        legend="Where it comes from"
        options={[
          { value: 'measured', label: 'measured here' },
          { value: 'paper', label: 'a paper' },
          { value: 'unknown', label: 'not known' },
        ]}
        value={way}
        onChange={setWay}
      />
      <div className="mt-3">
        {way === 'measured' && (
          <Measured
            figure={figure}
            busy={busy}
            onPhoto={onPhoto}
            onMarks={() => setMarked(true)}
            enter={(more) => onEnter({ way, ...asked, ...more })}
          />
        )}
        {way === 'paper' && (
          <Paper figure={figure} busy={busy} enter={(more) => onEnter({ way, ...asked, ...more })} />
        )}
        {way === 'unknown' && (
          <div className="flex flex-wrap items-center gap-3">
            <Button disabled={busy} onClick={() => onEnter({ way, ...asked })}>
              Take it back to not known
            </Button>
          </div>
        )}
      </div>
    </DialogFrame>
  );
}

const photoTool = 'two marks on a photo beside two on its scale';
const pictures = 'image/jpeg,image/png,image/webp';
const tools = [
  { value: 'caliper', label: 'caliper', offMm: '0.05' },
  { value: 'feeler gauge', label: 'feeler gauge', offMm: '0.05' },
  { value: 'putty, measured with a caliper', label: 'putty', offMm: '0.1' },
  { value: photoTool, label: 'photo with a scale', offMm: '0.3' },
] as const;
type Tool = (typeof tools)[number]['value'];

const stripPx = 480;

function Measured({
  figure,
  busy,
  onPhoto,
  onMarks,
  enter,
}: {
  figure: Figure;
  busy: boolean;
  onPhoto: Props['onPhoto'];
  onMarks: () => void;
  enter: (more: { readings: number[]; toolPlusMinus: number; tool: string; photo?: string }) => void;
}) {
  const [tool, setTool] = useState<Tool>('caliper');
  const [off, setOff] = useState<string>(tools[0].offMm);
  const [typed, setTyped] = useState('');
  /** The one that marks are put on now, and the last one that a reading was taken from: that is the evidence. */
  const [marked, setMarked] = useState<File | null>(null);
  const [evidence, setEvidence] = useState<File | null>(null);
  const [photoFault, setPhotoFault] = useState<Fault | null>(null);
  const texts = typed.split(/[;\s]+/u).filter(Boolean);
  const numbers = texts.map(parseNumber);
  const readings = numbers.filter((one) => one !== null);
  const plusMinus = parseNumber(off);
  const isOdd = readings.length < texts.length;
  const of =
    readings.length > 0 && plusMinus !== null && plusMinus >= 0
      ? ofReadings(readings, plusMinus, { tool, at: '', by: '' })
      : null;
  const strip = of && readingsStrip(readings, of, stripPx);
  const mark = (photo: File) => {
    onMarks();
    setMarked(photo);
  };
  const isByPhoto = tool === photoTool;
  const save = async () => {
    if (!of || plusMinus === null || isOdd) return;
    const kept = isByPhoto && evidence ? await onPhoto(evidence) : null;
    setPhotoFault(kept && !kept.ok ? kept.fault : null);
    if (kept && !kept.ok) return;
    enter({ readings, toolPlusMinus: plusMinus, tool, ...(kept ? { photo: kept.value.picture } : {}) });
  };
  if (marked)
    return (
      <MarksEditor
        photo={marked}
        onCancel={() => setMarked(null)}
        onRead={(mm, plusMinusMm) => {
          setTyped(`${typed} ${mm.toFixed(2)}`.trim());
          // The tool is off by what the worst of its readings may be.
          setOff(Math.max(plusMinus ?? 0, Math.ceil(plusMinusMm * 100) / 100).toFixed(2));
          setEvidence(marked);
          setMarked(null);
        }}
      />
    );
  return (
    <form
      className="flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <Choice
        legend="With"
        options={[...tools]}
        value={tool}
        onChange={(value) => {
          setTool(value);
          setOff(tools.find((one) => one.value === value)?.offMm ?? off);
        }}
      />
      {isByPhoto && (
        <div className="flex flex-wrap items-center gap-3">
          <FileInput words="Take a photo" accept={pictures} capture="environment" onFile={mark} />
          <FileInput words="Photo from a file" accept={pictures} onFile={mark} />
          <span className="text-[0.875rem] text-soft">
            {evidence
              ? 'the last one is kept with the figure, as evidence'
              : 'with a scale beside what is measured'}
          </span>
        </div>
      )}
      {photoFault && <FaultNotice fault={photoFault} />}
      <div className="grid gap-3 sm:grid-cols-[1fr_9rem]">
        <Field
          label={`Readings, ${figure.unit}`}
          placeholder="5.02 5.05 4.98"
          autoFocus
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          error={isOdd ? 'Numbers with spaces between them, such as 5.02 5.05.' : undefined}
          hint="several, at different places"
        />
        <Field
          label={`Tool off by, ${figure.unit}`}
          value={off}
          onChange={(event) => setOff(event.target.value)}
          error={plusMinus === null ? 'A number, such as 0.05.' : undefined}
        />
      </div>
      {of && strip && (
        <div>
          <svg
            viewBox={`0 0 ${stripPx} 44`}
            role="img"
            aria-label={`mean ${showEstimate(of.estimate, figure.unit)}, from ${of.least} to ${of.most}`}
            className="block w-full"
          >
            <rect
              x={strip.band[0]}
              y={12}
              width={strip.band[1] - strip.band[0]}
              height={20}
              fill="var(--sunken)"
              stroke="var(--line-strong)"
            />
            <line x1={strip.mean} x2={strip.mean} y1={6} y2={38} stroke="var(--ink)" strokeWidth={2} />
            {strip.points.map((x, i) => (
              <circle key={`${i} ${x}`} cx={x} cy={22} r={4.5} fill="var(--info)" />
            ))}
          </svg>
          <p className="figures text-[0.9375rem] font-semibold">
            {showEstimate(of.estimate, figure.unit)}
            <span className="font-sans text-[0.8125rem] font-normal text-soft">
              {' '}
              {readings.length === 1
                ? 'one reading: only the tool’s share is in it'
                : readings.length === 2
                  ? 'two readings say little about the spread: take a third'
                  : `${readings.length} readings from ${of.least} to ${of.most}, 95 % for one more place`}
            </span>
          </p>
        </div>
      )}
      <div>
        <Button kind="main" type="submit" disabled={busy || of === null || isOdd}>
          Save figure
        </Button>
      </div>
    </form>
  );
}

function Paper({
  figure,
  busy,
  enter,
}: {
  figure: Figure;
  busy: boolean;
  enter: (more: { value: number; minus: number; plus: number; source: string; at: string }) => void;
}) {
  const [typed, setTyped] = useState({ value: '', off: '0', source: '', at: '' });
  const set = (more: Partial<typeof typed>) => setTyped({ ...typed, ...more });
  const value = parseNumber(typed.value);
  const off = parseNumber(typed.off);
  const isMB = figure.unit === 'bytes/s';
  const scale = isMB ? 1e6 : 1;
  const can =
    value !== null &&
    off !== null &&
    off >= 0 &&
    typed.source.trim() !== '' &&
    /^\d{4}-\d{2}-\d{2}$/u.test(typed.at);
  return (
    <form
      className="grid gap-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (can)
          enter({
            value: value * scale,
            minus: off * scale,
            plus: off * scale,
            source: typed.source.trim(),
            at: typed.at,
          });
      }}
    >
      <Field
        label={`Figure, ${isMB ? 'MB/s' : figure.unit === 'generation' ? 'generation' : figure.unit}`}
        autoFocus
        value={typed.value}
        onChange={(event) => set({ value: event.target.value })}
        error={typed.value !== '' && value === null ? 'A number, such as 4.2.' : undefined}
      />
      <Field
        label="± what the paper allows"
        value={typed.off}
        onChange={(event) => set({ off: event.target.value })}
        error={off === null ? 'A number; 0 for a limit.' : undefined}
      />
      <Field
        label="Which paper"
        placeholder="service note, page 12"
        value={typed.source}
        onChange={(event) => set({ source: event.target.value })}
      />
      <Field
        label="Its date"
        type="date"
        value={typed.at}
        onChange={(event) => set({ at: event.target.value })}
      />
      <div className="sm:col-span-2">
        <Button kind="main" type="submit" disabled={busy || !can}>
          Save figure
        </Button>
      </div>
    </form>
  );
}

/** One of a few: seen by eye, or stated by a paper. */
export function AnswerDialog({
  place,
  answer,
  busy,
  fault,
  onEnter,
  onClose,
}: Omit<Props, 'figure' | 'onPhoto'> & { answer: PlainAnswer }) {
  const [value, setValue] = useState<string | null>(answer.now);
  return (
    <DialogFrame title={answer.words} open onOpenChange={(open) => !open && onClose()}>
      <p className="mb-3 text-[0.875rem] text-soft">{answer.howToGet}</p>
      {fault && (
        <div className="mb-3">
          <FaultNotice fault={fault} />
        </div>
      )}
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onEnter({ way: 'answer', placeId: place.id, figureId: answer.id, value });
        }}
      >
        <Choice
          legend={answer.words}
          hideLegend
          options={[
            ...answer.options.map((option) => ({ value: option.value, label: option.words })),
            { value: '', label: 'not known' },
          ]}
          value={value ?? ''}
          onChange={(chosen) => setValue(chosen === '' ? null : chosen)}
        />
        <div className="mt-3">
          <Button kind="main" type="submit" disabled={busy}>
            Save answer
          </Button>
        </div>
      </form>
    </DialogFrame>
  );
}
