/** The post office's clock: the system's until it is told otherwise. */

export interface ClockSetting {
  /** Epoch ms. */
  now: number;
  /** Clock seconds per real second. */
  rate: number;
  /** Epoch ms the clock may not pass; null for none. */
  limit: number | null;
}

export class PostOfficeClock {
  private setting: ClockSetting | undefined;
  private toldAt = 0;

  set(setting: ClockSetting): void {
    this.setting = setting;
    this.toldAt = Date.now();
  }

  now(): number {
    if (!this.setting) return Date.now();
    const { now, rate, limit } = this.setting;
    const free = now + (Date.now() - this.toldAt) * rate;
    return Math.floor(limit === null ? free : Math.min(free, Math.max(limit, now)));
  }
}
