'use client';
/** Light or dark, by the setting; the page carries it from the first paint. */
import { createCache, extractStyle, StyleProvider } from '@ant-design/cssinjs';
import { ConfigProvider } from 'antd';
import enGB from 'antd/locale/en_GB';
import { useServerInsertedHTML } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import { useSettings } from '../data/queries';
import { themes } from '../theme';

const FIRST_STYLES = 'first-styles';

interface Props {
  nonce: string | undefined;
  children: ReactNode;
}

export function ThemeProvider({ nonce, children }: Props) {
  const { theme } = useSettings();
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const [cache] = useState(() => createCache());
  // The sizes and colours of the controls come with the page: made in the browser, they would move everything once more.
  useServerInsertedHTML(() => {
    const css = extractStyle(cache, { plain: true, once: true });
    return css === '' ? null : (
      <style className={FIRST_STYLES} nonce={nonce} dangerouslySetInnerHTML={{ __html: css }} />
    );
  });
  // By now the browser has made them too; those of the page would outlast a change of the theme.
  useEffect(() => {
    for (const style of document.querySelectorAll(`style.${FIRST_STYLES}`)) style.remove();
  }, []);
  return (
    <StyleProvider cache={cache}>
      <ConfigProvider
        locale={enGB}
        theme={themes[theme]}
        button={{ autoInsertSpace: false }}
        wave={{ disabled: true }}
        csp={{ nonce }}
      >
        {children}
      </ConfigProvider>
    </StyleProvider>
  );
}
