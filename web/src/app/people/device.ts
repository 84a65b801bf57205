import { parse } from 'bowser';

/** A device as a person would call it, by what its browser says of itself. */
export function sayDevice(userAgent: string): string {
  if (userAgent.trim() === '') return 'A device that says nothing of itself';
  const { browser, os, platform } = parse(userAgent);
  const what = [
    platform.type === 'tablet' || platform.type === 'mobile' ? platform.model || platform.type : '',
    os.name,
  ];
  const words = what.filter((word) => word).join(', ');
  return [browser.name || 'A browser', words].filter((word) => word).join(' on ');
}
