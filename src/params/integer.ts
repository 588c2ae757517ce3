export const match = (value: string): boolean => /^[1-9]\d{0,8}$/.test(value);
