/** Whether this page can use passkeys: they are bound to a name, never to a number (Web Authentication, level 3, section 5.1.2). */
export function mayUsePasskeys(): boolean {
  const { hostname } = window.location
  return window.isSecureContext && 'PublicKeyCredential' in window && !/^\[|^\d+(?:\.\d+){3}$/.test(hostname)
}
