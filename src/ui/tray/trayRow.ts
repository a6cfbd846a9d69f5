import type { ReactElement } from 'react';

export interface TrayRow {
  key: string;
  /** An `li`. */
  row: ReactElement;
}
