const number = (name: string, fallback: number): number => {
  const value = Number(process.env[name] ?? fallback)
  if (!Number.isFinite(value) || value < 0) throw new Error(`${name}: "${process.env[name]}" is no number of 0 or more`)
  return value
}
const GB = 1024 ** 3

/** How much an installation takes; each can be set by whoever runs it. */
export const LIMITS = {
  briefFiles: number('USITOR_BRIEF_FILES', 500_000), briefBytes: number('USITOR_BRIEF_GB', 100) * GB,
  accountFiles: number('USITOR_ACCOUNT_FILES', 2_000_000), accountBytes: number('USITOR_ACCOUNT_GB', 500) * GB,
  installationFiles: number('USITOR_FILES', 20_000_000), installationBytes: number('USITOR_GB', 5000) * GB,
  mailsADay: number('USITOR_MAILS_A_DAY', 5000),
}
