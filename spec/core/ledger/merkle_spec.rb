# frozen_string_literal: true

RSpec.describe JustSeal::Core::Ledger::Merkle do
  merkle = described_class.by("SHA256")
  # The eight leaves of the reference trees of Certificate Transparency (RFC 9162's predecessor used the same hashing).
  inputs = ["", "00", "10", "2021", "3031", "40414243", "5051525354555657", "606162636465666768696a6b6c6d6e6f"]
  roots = %w[
    6e340b9cffb37a989ca544e6bb780a2c78901d3fb33738768511a30617afa01d
    fac54203e7cc696cf0dfcb42c92a1d9dbaf70ad9e621f4bd8d98662f00e3c125
    aeb6bcfe274b70a14fb067a5e5578264db0fa9b51af5e0ba159158f329e06e77
    d37ee418976dd95753c1c73862b9398fa2a2cf9b4ff0fdfe8b30cd95209614b7
    4e3bbb1f7b478dcfe71fb631631519a3bca12c9aefca1612bfce4c13a86264d4
    76e67dadbcdf1e10e1b74ddc608abd2f98dfb16fbce75277b5232a127f2087ef
    ddb89be403809e325750d3d263cd78929c2942b7942a34b77e122c9594a74c8c
    5dc9da79a70659a9ad559cb701ded9a2ab9d823aad2f4960cfe370eff4604328
  ]

  # A tree over +leaves+, all perfect subtrees of which are known.
  def tree(leaves)
    known = leaves.each_with_index.to_h { |hash, index| [[0, index], hash] }
    growth = JustSeal::Core::Ledger::Merkle::Growth.new(0, nil)
    leaves.each { |leaf| growth.push(leaf) { |level, index, hash| known[[level, index]] = hash } }
    [->(level, index) { known.fetch([level, index]) }, growth]
  end

  leaves = inputs.map { |hex| merkle.leaf(hex) }

  it "yields the roots of the reference trees" do
    nodes, = tree(leaves)
    expect((1..8).map { |size| merkle.root(size, nodes).unpack1("H*") }).to eq(roots)
    expect((1..8).map { |size| tree(leaves.first(size)).last.root.unpack1("H*") }).to eq(roots)
    expect(merkle.root(0, nodes).unpack1("H*")).to start_with("e3b0c442")
  end

  it "yields the paths of the reference trees" do
    nodes, = tree(leaves)
    hex = ->(path) { path.map { |hash| hash.unpack1("H*")[0, 8] } }
    expect(hex.call(merkle.inclusion(0, 8, nodes))).to eq(%w[96a296d2 5f083f0a 6b47aaf2])
    expect(hex.call(merkle.inclusion(5, 8, nodes))).to eq(%w[bc1a0643 ca854ea1 d37ee418])
    expect(hex.call(merkle.consistency(6, 8, nodes))).to eq(%w[0ebc5d34 ca854ea1 d37ee418])
    expect(hex.call(merkle.consistency(2, 5, nodes))).to eq(%w[5f083f0a bc1a0643])
  end

  it "proves every leaf in every tree, and nothing that is false" do
    many = Array.new(33) { |index| merkle.leaf(OpenSSL::Digest::SHA256.hexdigest(index.to_s)) }
    nodes, = tree(many)
    (1..33).each do |size|
      root = merkle.root(size, nodes)
      size.times do |index|
        path = merkle.inclusion(index, size, nodes)
        expect(merkle.included?(many[index], index: index, size: size, path: path, root: root)).to be(true)
        expect(merkle.included?(many[(index + 1) % 33], index: index, size: size, path: path, root: root)).to be(false)
        expect(merkle.included?(many[index], index: index, size: size, path: path + [root], root: root)).to be(false)
        next unless size > 1

        expect(
          merkle.included?(
            many[index],
            index: index ^ 1,
            size: size,
            path: path,
            root: root
          )
        ).to be(false)
      end
      (0..size).each do |from|
        path = merkle.consistency(from, size, nodes)
        old = merkle.root(from, nodes)
        expect(merkle.consistent?(from: from, size: size, old_root: old, root: root, path: path)).to be(true)
        if from.positive?
          expect(
            merkle.consistent?(
              from: from,
              size: size,
              old_root: merkle.leaf("ff"),
              root: root,
              path: path
            )
          ).to be(false)
        end
        expect(merkle.consistent?(from: from, size: size, old_root: old, root: root, path: path + [root])).to be(false)
      end
    end
  end

  it "grows on from any size" do
    nodes, whole = tree(leaves)
    (0..8).each do |size|
      growth = described_class::Growth.new(size, nodes)
      leaves.drop(size).each { |leaf| growth.push(leaf) { |*| nil } }
      expect(growth.root).to eq(whole.root)
    end
  end
end
