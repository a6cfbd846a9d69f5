'use client';
/** Light or dark, by the setting; the page carries it from the first paint. */
import { ConfigProvider } from 'antd';
import enGB from 'antd/locale/en_GB';
import 'dayjs/locale/en-gb';
import { useEffect, type ReactNode } from 'react';
import { useSettings } from '../data/queries';
import { themes } from '../theme';

interface Props {
  nonce: string | undefined;
  children: ReactNode;
}

export function ThemeProvider({ nonce, children }: Props) {
  const { theme } = useSettings();
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  return (
    <ConfigProvider
      locale={enGB}
      theme={themes[theme]}
      button={{ autoInsertSpace: false }}
      wave={{ disabled: true }}
      csp={{ nonce }}
    >
      {children}
    </ConfigProvider>
  );
}
