// node --import this: the process ends with the command that started it, which holds the other end of its input.
process.stdin.on('end', () => process.exit(1)).resume();
process.stdin.unref();
