/** The WebGL painter: everything as instances of one rod, one cone and one ball, so that a turn of the view is one small draw. */
import {
  AmbientLight,
  BufferAttribute,
  BufferGeometry,
  Color,
  ConeGeometry,
  CylinderGeometry,
  DirectionalLight,
  DoubleSide,
  Fog,
  InstancedMesh,
  Matrix4,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  OrthographicCamera,
  Quaternion,
  Scene,
  SphereGeometry,
  Vector3,
  WebGLRenderer,
  type Material,
} from 'three';
import { frame, type Camera, type Size } from './camera';
import type { Prims, Role } from './paint/brush';
import type { V3 } from './vec3';

/** The colour of each role, as `#rrggbb`. */
export type Palette = Readonly<Record<Role | 'paper', string>>;

/** What stands still, and what is moved with every frame. */
export type Layer = 'still' | 'moving';

/**
 * Pixels painted for each one shown. At rest there are four for one, which is what smooths the edges; a figure that moves is painted as finely as
 * keeps up with the hand, which without a graphics processor is less.
 */
const FINENESS = [2, 1, 0.75, 0.5] as const;
/** It stands still; it sways to and fro and is looked at meanwhile; it is turned by a hand. */
export type Moves = 'no' | 'sways' | 'turns';
/** The coarsest of the list above that does for each. */
const COARSEST: Record<Moves, number> = { no: 0, sways: 1, turns: 3 };
/** Two pictures further apart than this (ms) are too slow for a turn. */
const SLOW = 21;
/** Further apart than this they do not belong to one turn. */
const PAUSE = 400;

const UP = new Vector3(0, 1, 0);
const vector = (v: V3) => new Vector3(v[0], v[1], v[2]);

export class GlPainter {
  readonly #renderer: WebGLRenderer;
  readonly #scene = new Scene();
  readonly #camera = new OrthographicCamera();
  readonly #light = new DirectionalLight(0xffffff, 1.9);
  readonly #solid = new MeshLambertMaterial();
  readonly #plain = new MeshBasicMaterial({ fog: false });
  readonly #rod = new CylinderGeometry(0.5, 0.5, 1, 6, 1, true);
  /** What lies on the ground needs no roundness. */
  readonly #strip = new CylinderGeometry(0.5, 0.5, 1, 3, 1, true);
  readonly #cone = new ConeGeometry(0.34, 1, 10);
  readonly #ball = new SphereGeometry(1, 9, 6);
  readonly #drawn: Record<Layer, (Mesh | InstancedMesh)[]> = { still: [], moving: [] };

  /** How fine a moving figure is painted: its place in the list above. */
  #moving = 0;
  #before = 0;
  #slow = 0;

  /** Throws where there is no WebGL. */
  constructor(canvas: HTMLCanvasElement) {
    this.#renderer = new WebGLRenderer({
      canvas,
      antialias: false,
      alpha: true,
      powerPreference: 'low-power',
    });
    this.#renderer.setPixelRatio(FINENESS[0]);
    this.#scene.add(new AmbientLight(0xffffff, 1.65), this.#light);
  }

  /** Puts a figure there; `k`: pixels for each unit of length. */
  show(layer: Layer, prims: Prims, palette: Palette, k: number): void {
    for (const mesh of this.#drawn[layer]) {
      this.#scene.remove(mesh);
      if (mesh instanceof InstancedMesh) mesh.dispose();
      else {
        mesh.geometry.dispose();
        (mesh.material as Material).dispose();
      }
    }
    const drawn: (Mesh | InstancedMesh)[] = [];
    this.#drawn[layer] = drawn;
    const colours = new Map(Object.entries(palette).map(([role, text]) => [role, new Color(text)]));
    const colour = (role: Role) => colours.get(role) ?? new Color();
    const flat = (role: Role) => role === 'ground' || role === 'shadow';
    const place = new Matrix4();
    const turn = new Quaternion();
    const put = (
      geometry: BufferGeometry,
      material: Material,
      count: number,
      each: (mesh: InstancedMesh) => void,
    ) => {
      if (count === 0) return;
      const mesh = new InstancedMesh(geometry, material, count);
      mesh.frustumCulled = false;
      each(mesh);
      this.#scene.add(mesh);
      drawn.push(mesh);
    };
    for (const ground of [true, false]) {
      const rods = prims.rods.filter((rod) => flat(rod.role) === ground);
      put(ground ? this.#strip : this.#rod, ground ? this.#plain : this.#solid, rods.length, (mesh) => {
        rods.forEach((rod, i) => {
          const [a, b] = [vector(rod.a), vector(rod.b)];
          const along = b.clone().sub(a);
          const length = along.length();
          turn.setFromUnitVectors(UP, along.divideScalar(length || 1));
          const w = rod.w / k;
          place.compose(a.add(b).multiplyScalar(0.5), turn, new Vector3(w, length, w));
          mesh.setMatrixAt(i, place);
          mesh.setColorAt(i, colour(rod.role));
        });
      });
    }
    put(this.#cone, this.#solid, prims.heads.length, (mesh) => {
      prims.heads.forEach((head, i) => {
        const along = vector(head.along).normalize();
        const length = head.size / k;
        turn.setFromUnitVectors(UP, along);
        const middle = vector(head.tip).sub(along.multiplyScalar(length / 2));
        place.compose(middle, turn, new Vector3(length, length, length));
        mesh.setMatrixAt(i, place);
        mesh.setColorAt(i, colour(head.role));
      });
    });
    put(this.#ball, this.#solid, prims.balls.length, (mesh) => {
      prims.balls.forEach((ball, i) => {
        const r = ball.r / k;
        place.compose(vector(ball.at), turn.identity(), new Vector3(r, r, r));
        mesh.setMatrixAt(i, place);
        mesh.setColorAt(i, colour(ball.role));
      });
    });
    for (const role of new Set(prims.plates.map((plate) => plate.role))) {
      const corners = prims.plates
        .filter((plate) => plate.role === role)
        .flatMap(({ corners: c }) => {
          const [p, q, r, s] = c as [V3, V3, V3, V3];
          return [p, q, r, p, r, s];
        });
      const geometry = new BufferGeometry();
      geometry.setAttribute('position', new BufferAttribute(new Float32Array(corners.flat()), 3));
      const material = new MeshBasicMaterial({
        color: colour(role),
        transparent: true,
        opacity: 0.2,
        side: DoubleSide,
        depthWrite: false,
      });
      const mesh = new Mesh(geometry, material);
      mesh.frustumCulled = false;
      this.#scene.add(mesh);
      drawn.push(mesh);
    }
  }

  /** Draws it as it is seen. `reach`: how far the figure goes from its middle; `moves`: how, when the next picture will be another one. */
  draw(camera: Camera, up: V3, screen: Size, reach: number, paper: string, moves: Moves): void {
    this.#keepUp(moves);
    const [, upward, toward] = frame(camera, up);
    const seen = this.#camera;
    const far = 4 * reach;
    [seen.left, seen.right] = [-screen.width / 2 / camera.k, screen.width / 2 / camera.k];
    [seen.top, seen.bottom] = [screen.height / 2 / camera.k, -screen.height / 2 / camera.k];
    [seen.near, seen.far] = [0.01 * reach, 2 * far];
    const target = vector(camera.target);
    seen.position.copy(target).addScaledVector(vector(toward), far);
    seen.up.copy(vector(upward));
    seen.lookAt(target);
    seen.updateProjectionMatrix();
    this.#light.position.copy(vector(toward)).addScaledVector(vector(upward), 0.9);
    // What is farther is paler: depth can be read without turning.
    this.#scene.fog = new Fog(paper, far - 0.3 * reach, far + 2.2 * reach);
    this.#renderer.render(this.#scene, seen);
  }

  /** Paints with fewer pixels what moves too slowly. */
  #keepUp(moves: Moves): void {
    const now = performance.now();
    const since = now - this.#before;
    this.#before = moves === 'no' ? 0 : now;
    this.#slow = moves !== 'no' && since > SLOW && since < PAUSE ? this.#slow + 1 : 0;
    if (this.#slow === 2) {
      this.#moving = Math.min(this.#moving + 1, FINENESS.length - 1);
      // The picture that is changed over is slow itself.
      this.#slow = -1;
    }
    const ratio = FINENESS[Math.min(this.#moving, COARSEST[moves])];
    if (ratio && this.#renderer.getPixelRatio() !== ratio) this.#renderer.setPixelRatio(ratio);
  }

  resize(screen: Size): void {
    this.#renderer.setSize(screen.width, screen.height, false);
  }

  dispose(): void {
    this.#renderer.dispose();
    for (const thing of [this.#rod, this.#strip, this.#cone, this.#ball, this.#solid, this.#plain])
      thing.dispose();
  }
}
