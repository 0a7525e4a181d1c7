import { createContext } from 'react';
import { create } from 'zustand';

/** How controls give what they set a key in time; only a view in which things move has it. */
export interface Keying {
  /**
   * Gives the setting that a control changes a key. `change` has the control change it, which is looked at and not kept.
   */
  add(label: string, change: () => void): void;
  /** Texts of the settings that have keys, as `keyName` makes them. */
  readonly keyed: ReadonlySet<string>;
}

export const useKeying = create<{ readonly keying: Keying | null }>(() => ({ keying: null }));

/** Whether controls here set what can move in time. */
export const MovesInTime = createContext(false);

/** What a control is known by: its label and what is said of it. */
export const keyName = (label: string, about: string | undefined): string => `${label}\n${about ?? ''}`;
