/** Base of the errors that end the server with one clear line. */
export class ServerError extends Error {
  constructor(
    readonly code: string,
    message: string,
  ) {
    super(message);
    this.name = new.target.name;
  }
}

export class BusyPortError extends ServerError {
  constructor(port: number) {
    super('busy-port', `Port ${port} is in use. Stop what listens there, or choose another with --port.`);
  }
}

export class MissingBuildError extends ServerError {
  constructor(folder: string) {
    super('missing-build', `There is no built app in ${folder}. Run npm run build first.`);
  }
}

export class BackupError extends ServerError {
  constructor(message: string) {
    super('backup', message);
  }
}
