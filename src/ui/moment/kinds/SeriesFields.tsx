'use client';
export function SeriesFields() {
  return null;
}
