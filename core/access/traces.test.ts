import { countryIn, deviceOf, pageAddress, tracesOf } from './traces';

const PHONE = 'Mozilla/5.0 (Linux; Android 14; K) Mobile Safari/537.36';

describe('what is kept of a visitor', () => {
  it('is nothing until it is chosen, and then that alone', () => {
    const seen = { page: 'https://slowspoke.test/spring?token=secret#x', browser: PHONE, region: 'AT' };
    expect(tracesOf({}, seen)).toBeNull();
    expect(tracesOf({ keeps: { device: true } }, seen)).toEqual({ device: 'phone' });
    expect(tracesOf({ keeps: { page: true, device: true, region: true } }, seen)).toEqual({
      page: 'https://slowspoke.test/spring',
      device: 'phone',
      region: 'AT',
    });
    expect(tracesOf({ keeps: { page: true, region: true } }, {})).toBeNull();
  });
  it.each([
    ['https://a:b@slowspoke.test/x?y#z', 'https://slowspoke.test/x'],
    ['javascript:alert(1)', undefined],
    ['', undefined],
    ['slowspoke.test', undefined],
    [`https://slowspoke.test/${'a'.repeat(900)}`, `https://slowspoke.test/${'a'.repeat(900)}`.slice(0, 300)],
  ])('is of a page %s only its place', (text, kept) => expect(pageAddress(text)).toBe(kept));
  it.each([
    [PHONE, 'phone'],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X)', 'phone'],
    ['Mozilla/5.0 (Linux; Android 14; Pad) Safari/537.36', 'tablet'],
    ['Mozilla/5.0 (iPad; CPU OS 17_0 like Mac OS X) Mobile/15E148', 'tablet'],
    ['Mozilla/5.0 (X11; Linux x86_64) Chrome/140', 'computer'],
  ])('calls %s a %s', (browser, device) => expect(deviceOf(browser)).toBe(device));
  it.each([
    ['de-AT, de;q=0.8', 'AT'],
    ['zh-Hant-TW', 'TW'],
    ['de', undefined],
    ['', undefined],
    ['en-001', undefined],
    ['*', undefined],
  ])('reads the country of “%s” as %s', (languages, country) => expect(countryIn(languages)).toBe(country));
});
