/** The look, as Ant Design theme tokens. The same colours stand as CSS variables in base.css. */
import type { ThemeConfig } from 'antd';

export const fontText = "'Figtree Variable', system-ui, sans-serif";

export const theme: ThemeConfig = {
  zeroRuntime: true,
  hashed: false,
  token: {
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
    borderRadius: 7,
    fontFamily: fontText,
    fontSize: 14,
    controlHeight: 36,
    controlItemBgActive: '#fff2d6',
    controlItemBgActiveHover: '#ffe9bd',
    controlItemBgHover: '#fdf7ea',
    boxShadow: 'none',
    boxShadowSecondary: '0 0 0 1px #d3c7b1',
    motion: false,
  },
  components: {
    Button: { fontWeight: 500, primaryShadow: 'none', defaultShadow: 'none', dangerShadow: 'none' },
    Segmented: { itemSelectedBg: '#7a4a12', itemSelectedColor: '#fffdf8', trackBg: '#ece4d4' },
    Select: { optionSelectedBg: '#fff2d6', multipleItemBg: '#e8edf3' },
  },
};
