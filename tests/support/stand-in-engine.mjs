/** An engine for the pool's tests: it spins for so many seconds, for ever or breaks down, by the problem's tap. */
export default ({ problem, begun }) => {
  begun.postMessage('begun')
  const { tapMassG } = problem.target
  if (tapMassG === 666) throw new Error('it broke')
  const end = tapMassG === 999 ? Infinity : Date.now() + tapMassG
  while (Date.now() < end);
  return { status: 'optimal', tapMassG }
}
