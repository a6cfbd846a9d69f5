'use client';
/** What the page came with: the answers its views begin with, for as long as it is first drawn. */
import { createContext, use, useEffect, useState, type ReactNode } from 'react';

class FirstAnswers {
  constructor(private answers: Record<string, unknown>) {}

  to(path: string): unknown {
    return this.answers[path];
  }

  /** From here on they are from before. */
  end(): void {
    this.answers = {};
  }
}

const Context = createContext(new FirstAnswers({}));

export function FirstAnswersProvider({
  answers,
  children,
}: {
  answers: Record<string, unknown>;
  children: ReactNode;
}) {
  const [known] = useState(() => new FirstAnswers(answers));
  // Whoever comes to a view later reads it anew.
  useEffect(() => known.end(), [known]);
  return <Context value={known}>{children}</Context>;
}

/** The answer to a path, where the page came with it. */
export function useFirst(): <T>(path: string) => T | undefined {
  const known = use(Context);
  return <T,>(path: string) => known.to(path) as T | undefined;
}
