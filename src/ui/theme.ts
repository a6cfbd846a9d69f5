/** The look, as Ant Design theme tokens. The same colours stand as CSS variables in base.css. */
import { theme as antd, type ThemeConfig } from 'antd';

const shared = {
  borderRadius: 7,
  fontFamily: "'Figtree Variable', system-ui, sans-serif",
  fontSize: 14,
  controlHeight: 36,
  boxShadow: 'none',
  motion: false,
};

const quiet = { primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none' };

const light: ThemeConfig = {
  zeroRuntime: true,
  hashed: false,
  token: {
    ...shared,
    colorPrimary: '#7a4a12',
    colorLink: '#7a4a12',
    colorInfo: '#7a4a12',
    colorError: '#8f2d1d',
    colorWarning: '#8a5a00',
    colorSuccess: '#2d5a45',
    colorBgLayout: '#f5f1e8',
    colorBgContainer: '#fffdf8',
    colorBgElevated: '#fffdf8',
    colorText: '#24201a',
    colorTextSecondary: '#6b6252',
    colorTextTertiary: '#6b6252',
    colorTextPlaceholder: '#756b59',
    colorBorder: '#8f8168',
    colorBorderSecondary: '#e3daca',
    colorSplit: '#e3daca',
    controlItemBgActive: '#fff2d6',
    controlItemBgActiveHover: '#ffe9bd',
    controlItemBgHover: '#fdf7ea',
    boxShadowSecondary: '0 0 0 1px #d3c7b1',
  },
  components: {
    Button: { fontWeight: 500, ...quiet },
    Segmented: { itemSelectedBg: '#7a4a12', itemSelectedColor: '#fffdf8', trackBg: '#ece4d4' },
  },
};

const dark: ThemeConfig = {
  zeroRuntime: true,
  hashed: false,
  algorithm: antd.darkAlgorithm,
  token: {
    ...shared,
    colorPrimary: '#e0a765',
    colorLink: '#e0a765',
    colorInfo: '#e0a765',
    colorError: '#f2a591',
    colorWarning: '#f5cf87',
    colorSuccess: '#a5d6bb',
    colorTextLightSolid: '#241a0c',
    colorBgLayout: '#191714',
    colorBgContainer: '#221f1b',
    colorBgElevated: '#2a2620',
    colorText: '#f1ebdf',
    colorTextSecondary: '#b3a893',
    colorTextTertiary: '#b3a893',
    colorTextPlaceholder: '#9c927f',
    colorBorder: '#8f8168',
    colorBorderSecondary: '#3a352d',
    colorSplit: '#3a352d',
    controlItemBgActive: '#3d301a',
    controlItemBgActiveHover: '#4a3a1f',
    controlItemBgHover: '#2a2620',
    boxShadowSecondary: '0 0 0 1px #4a4338',
  },
  components: {
    Button: { fontWeight: 500, ...quiet },
    Segmented: { itemSelectedBg: '#e0a765', itemSelectedColor: '#241a0c', trackBg: '#332e27' },
  },
};

export const themes = { light, dark };
