'use client';
/** The field of a list of suggestions, as assistive technology is to know it. */
import { Input, type InputProps, type InputRef } from 'antd';
import type { Ref } from 'react';

/** The library names an option that is not there while none is active; then none is named (WAI-ARIA 1.2 §6.6). */
const NO_OPTION = /_list_-1$/;

export function ComboInput({
  'aria-activedescendant': active,
  ref,
  ...rest
}: InputProps & { ref?: Ref<InputRef>; 'data-find'?: boolean }) {
  return (
    <Input
      {...rest}
      ref={ref}
      aria-activedescendant={active && !NO_OPTION.test(active) ? active : undefined}
    />
  );
}
