import type { Remedy, RemedyShelf, Build, Setting } from '@/core/fit';
import type { HeatCurve, HeatQuestion } from '@/core/heat';
import type { PadChoices, PadQuestion, Simulated, Dimension } from '@/core/stack';

/** Share done, 0..1. */
export type Progress = (share: number) => void;

/** What the fit worker computes; every answer depends on its arguments alone. */
export type FitWorker = {
  /** Heat of several ways to build it, one after another, with 5–95 % bands. */
  heat: (questions: HeatQuestion[], seed: number, onProgress: Progress) => Promise<HeatCurve[]>;
  /** All pads of the shelf, and two on each other, in one gap. */
  pads: (question: Omit<PadQuestion, 'random'>, seed: number) => Promise<PadChoices>;
  /** A stack drawn many times. */
  stack: (dimensions: Dimension[], runs: number, seed: number) => Promise<Simulated | null>;
  /** The smallest changes that turn the worst margin clear; where nothing does, those that make it tight. */
  remedies: (
    setting: Setting,
    build: Build,
    shelf: RemedyShelf,
  ) => Promise<{ remedies: Remedy[]; tight: boolean }>;
};

/** A computation that was stopped by hand or by leaving the page. */
export type Stopped = { code: 'stopped'; message: string };
