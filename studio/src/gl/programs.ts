/** Attribute that carries the corners of the unit square. */
export const CORNER = 0;

/** A program and where its uniforms are, by name. */
export interface Program<Name extends string> {
  program: WebGLProgram;
  at: Record<Name, WebGLUniformLocation | null>;
}

/** A program that the graphics system is making. */
export interface Begun {
  program: WebGLProgram;
  shaders: WebGLShader[];
}

/** Begins to make a program that draws the unit square. Asking how it went would wait for it, so nothing is asked yet. */
export function begin(gl: WebGL2RenderingContext, vertex: string, fragment: string): Begun {
  const program = gl.createProgram();
  const shaders = ([
    [gl.VERTEX_SHADER, vertex],
    [gl.FRAGMENT_SHADER, fragment],
  ] as const).map(([kind, source]) => {
    const shader = gl.createShader(kind);
    if (!shader) throw new Error('The graphics driver refused a shader.');
    gl.shaderSource(shader, source);
    gl.compileShader(shader);
    gl.attachShader(program, shader);
    return shader;
  });
  gl.bindAttribLocation(program, CORNER, 'corner');
  gl.linkProgram(program);
  return { program, shaders };
}

/** Waits until a program is made. */
export function finished<Name extends string>(gl: WebGL2RenderingContext, { program, shaders }: Begun, uniforms: readonly Name[]): Program<Name> {
  if (!gl.getProgramParameter(program, gl.LINK_STATUS)) {
    const wrong = shaders.map((shader) => gl.getShaderInfoLog(shader) ?? '').find((log) => log !== '');
    throw new Error(wrong ?? gl.getProgramInfoLog(program) ?? 'The shaders do not link.');
  }
  const at = Object.fromEntries(uniforms.map((name) => [name, gl.getUniformLocation(program, name)])) as Record<Name, WebGLUniformLocation | null>;
  return { program, at };
}

/** Compiles and links shaders that draw the unit square. */
export function build<Name extends string>(gl: WebGL2RenderingContext, vertex: string, fragment: string, uniforms: readonly Name[]): Program<Name> {
  return finished(gl, begin(gl, vertex, fragment), uniforms);
}
